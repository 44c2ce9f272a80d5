import { useId, useState } from 'react';
import { chooseHours, chooseNameOrder, chooseZone } from '../../../contract/account';
import { getMailChoice, setLetter, setMailChoice, type MailChoice } from '../../../contract/notices';
import { timeWords, type Hours } from '../../../words/dates';
import { call } from '../../data/api';
import { useSession } from '../../data/session';
import { setShortcuts, useShortcuts } from '../../data/shortcuts';
import { setTheme, useThemeChoice, type ThemeChoice } from '../../data/theme';
import { useApi } from '../../data/useApi';
import { browserZone } from '../../data/zone';
import { FormRow } from '../../forms/FormRow';
import { Frame } from '../../ui/Frame';
import { RadioLine } from '../../ui/RadioLine';
import { orSayWhyNot } from '../../ui/sayWhyNot';
import { useTitle } from '../../ui/useTitle';
import { ZoneField } from '../../ui/zones/ZoneField';
import { ChangePassword } from './ChangePassword';
import { Sessions } from './Sessions';

/** One of a few, in radio buttons; what is chosen holds at once. */
function Choose<T extends string | number>({
  label,
  value,
  choices,
  choose,
}: {
  label: string;
  value: T | undefined;
  choices: readonly (readonly [T, string])[];
  choose: (value: T) => void;
}) {
  const name = useId();
  return (
    <FormRow label={label}>
      <div className="space-y-1.5 pt-1.5">
        {choices.map(([each, words]) => (
          <RadioLine key={each} name={name} checked={value === each} choose={() => choose(each)}>
            {words}
          </RadioLine>
        ))}
      </div>
    </FormRow>
  );
}

const MAIL: readonly (readonly [MailChoice, string])[] = [
  ['atOnce', 'At once, whenever something concerns you'],
  ['daily', 'Once a day, at seven in the morning'],
  ['none', 'Never; your notices still say everything'],
];

function MailRow() {
  const { data } = useApi(getMailChoice, {});
  const choose = (choice: MailChoice) => void orSayWhyNot(() => call(setMailChoice, {}, { choice }));
  const { state } = useSession();
  const teaches = state.courses.some(({ role }) => role !== 'student');
  return (
    <>
      <Choose label="Mail" value={data?.choice} choices={MAIL} choose={choose} />
      {teaches && (
        <FormRow label="Weekly letter" id="letter">
          <label className="flex items-start gap-2 pt-1.5">
            <input
              type="checkbox"
              className="checkbox checkbox-sm mt-0.5"
              checked={data?.letter ?? false}
              disabled={!data}
              onChange={({ target }) =>
                void orSayWhyNot(() => call(setLetter, {}, { letter: target.checked }))
              }
            />
            On Monday mornings, a letter about each course I teach: what waits, who is silent, what comes
          </label>
        </FormRow>
      )}
    </>
  );
}

/** A time that reads differently in either hours, as an example. */
const EVENING = Date.UTC(2000, 0, 1, 23, 59);
const HOURS: readonly (readonly [Hours, string])[] = [
  [24, `24 hours: ${timeWords(EVENING, 'UTC', 24)}`],
  [12, `12 hours: ${timeWords(EVENING, 'UTC', 12)}`],
];

function TimeRows() {
  const { state, set } = useSession();
  const person = state.person!;
  // Chosen first and sent along, so that nothing jumps back while it is on its way.
  const hours = (hours: Hours) =>
    void orSayWhyNot(async () => {
      await call(chooseHours, {}, { hours });
      set({ ...state, person: { ...person, hours } });
    });
  const zone = (zone: string | null) =>
    void orSayWhyNot(async () => {
      await call(chooseZone, {}, { zone });
      set({ ...state, person: { ...person, zone } });
    });
  const own = browserZone().replaceAll('_', ' ');
  return (
    <>
      <Choose label="Times" value={person.hours} choices={HOURS} choose={hours} />
      <FormRow label="Time zone">
        <div className="max-w-sm">
          <ZoneField label="Your time zone" hidesLabel value={person.zone ?? browserZone()} choose={zone} />
        </div>
        <p className="quiet text-sm">
          Dates are in the zone of each course. Where yours differs, your own time appears beside them.{' '}
          {person.zone === null ? (
            <>This is your browser’s zone.</>
          ) : (
            <button type="button" className="link-plain" onClick={() => zone(null)}>
              Follow the browser again ({own})
            </button>
          )}
        </p>
      </FormRow>
    </>
  );
}

function NameRow() {
  const { state, set } = useSession();
  const { given, family, familyFirst, ...person } = state.person!;
  if (family === '') return null;
  const choose = (familyFirst: boolean) =>
    void orSayWhyNot(async () => {
      const { name } = await call(chooseNameOrder, {}, { familyFirst });
      set({ ...state, person: { ...person, given, family, familyFirst, name } });
    });
  return (
    <Choose
      label="Your name"
      value={familyFirst ? 'family' : 'given'}
      choices={[
        ['given', `${given} ${family}`],
        ['family', `${family} ${given}`],
      ]}
      choose={(first) => choose(first === 'family')}
    />
  );
}

const THEMES: readonly (readonly [ThemeChoice, string])[] = [
  ['system', 'Same as my system'],
  ['day', 'Day'],
  ['night', 'Night'],
];

const SHORTCUTS: readonly (readonly ['on' | 'off', string])[] = [
  ['on', 'Single keys work as shortcuts; press ? to see them'],
  ['off', 'Off, so that no key acts by itself'],
];

function ShortcutsRow() {
  const shortcuts = useShortcuts();
  return (
    <Choose
      label="Shortcuts"
      value={shortcuts.off ? 'off' : 'on'}
      choices={SHORTCUTS}
      choose={(choice) => setShortcuts({ ...shortcuts, off: choice === 'off' })}
    />
  );
}

function ThemeRow() {
  return <Choose label="Theme" value={useThemeChoice()} choices={THEMES} choose={setTheme} />;
}

/** What a person decides for themselves: mail, times, theme, their password, and where they are signed in. */
export function Account() {
  useTitle('Your account');
  const person = useSession().state.person!;
  const [isChanging, setChanging] = useState(false);
  return (
    <Frame course={null}>
      <div className="mx-auto w-full max-w-3xl px-5 pt-6 pb-20">
        <h1 className="text-2xl">Your account</h1>
        <p className="quiet mt-1">
          {person.name} · {person.email}
        </p>
        <h2 className="mt-6 text-lg">Preferences</h2>
        <NameRow />
        <MailRow />
        <TimeRows />
        <ThemeRow />
        <ShortcutsRow />
        <h2 className="mt-8 text-lg">Password</h2>
        {isChanging ? (
          <ChangePassword close={() => setChanging(false)} />
        ) : (
          <p className="mt-2">
            <button type="button" className="btn btn-sm raised ruled h-9" onClick={() => setChanging(true)}>
              Change your password
            </button>
          </p>
        )}
        <h2 className="mt-8 text-lg">Where you are signed in</h2>
        <Sessions />
      </div>
    </Frame>
  );
}
