import { useState } from 'react';
import type { PlanView } from '../../../contract/plan';
import {
  NUMBER_NAMES,
  type DateName,
  type DateTerm,
  type Forum,
  type NumberName,
  type OwnTerms,
} from '../../../core/course/forum';
import { NUMBER_WORDS } from '../../../words/requirements';
import { fromWallClock, toWallClock } from '../../../core/time/wallClock';
import { useCourse } from '../../data/course';
import { dateWords } from '../../ui/dateWords';
import { Dialog } from '../../ui/Dialog';
import { DATE_WORDS } from './StripHandles';
import type { Move } from './usePlanMoves';

type Say = 'inherit' | 'none' | 'at' | 'plus';
interface DateForm {
  readonly say: Say;
  readonly at: string;
  readonly amount: string;
  readonly unit: 'days' | 'hours' | 'minutes';
}
const UNITS = { days: 1440, hours: 60, minutes: 1 } as const;
const DATES: readonly DateName[] = [
  'initialDue',
  'repliesDue',
  'postingFrom',
  'postingUntil',
  'visibleFrom',
  'visibleUntil',
];
function dateForm(term: DateTerm | undefined, base: number | null, zone: string): DateForm {
  const at = base === null ? '' : toWallClock(base, zone);
  if (term === undefined) return { say: 'inherit', at, amount: '1', unit: 'days' };
  if (term === 'none') return { say: 'none', at, amount: '1', unit: 'days' };
  if ('at' in term) return { say: 'at', at: toWallClock(term.at, zone), amount: '1', unit: 'days' };
  const unit = term.plusMinutes % 1440 === 0 ? 'days' : term.plusMinutes % 60 === 0 ? 'hours' : 'minutes';
  return { say: 'plus', at, amount: String(term.plusMinutes / UNITS[unit]), unit };
}

/** Own terms of sections, groups or students in one forum: whom they are for, and only what differs. */
export function OwnTermsDialog({
  plan,
  forum,
  title,
  terms,
  isNew,
  move,
  close,
}: {
  plan: PlanView;
  forum: Forum;
  title: string;
  terms: OwnTerms;
  isNew: boolean;
  move: (moves: readonly Move[], what: 'ownTerms', label: string) => Promise<boolean>;
  close: () => void;
}) {
  const course = useCourse();
  const { zone } = course;
  const canEdit = course.role === 'instructor';
  const [kind, setKind] = useState(terms.targets.kind);
  const [ids, setIds] = useState<readonly string[]>(terms.targets.ids);
  const [find, setFind] = useState('');
  const [dates, setDates] = useState<Record<DateName, DateForm>>(
    () =>
      Object.fromEntries(
        DATES.map((name) => [name, dateForm(terms.dates[name], forum.schedule[name], zone)]),
      ) as Record<DateName, DateForm>,
  );
  const [numbers, setNumbers] = useState<Partial<Record<NumberName, string>>>(() =>
    Object.fromEntries(Object.entries(terms.numbers).map(([name, value]) => [name, String(value)])),
  );
  const [more, setMore] = useState(Object.keys(terms.numbers).length > 0);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const choices =
    kind === 'sections'
      ? course.sections
      : kind === 'groups'
        ? plan.groups
        : plan.students.map(({ name }) => ({ id: name.id, title: name.sortable }));
  const shown = choices.filter(
    ({ id, title: name }) => ids.includes(id) || name.toLowerCase().includes(find.toLowerCase()),
  );

  const read = (): OwnTerms | string => {
    if (ids.length === 0) return 'Choose whom these terms are for.';
    const said: Partial<Record<DateName, DateTerm>> = {};
    for (const name of DATES) {
      const { say, at, amount, unit } = dates[name];
      if (say === 'none') said[name] = 'none';
      if (say === 'at') {
        try {
          said[name] = { at: fromWallClock(at.slice(0, 16), zone) };
        } catch {
          return `${DATE_WORDS[name]}: write a date and a time.`;
        }
      }
      if (say === 'plus') {
        const minutes = Number(amount.replace(',', '.')) * UNITS[unit];
        if (!Number.isInteger(minutes) || Math.abs(minutes) > 525_600)
          return `${DATE_WORDS[name]}: write a number of days, hours or minutes, at most a year.`;
        said[name] = { plusMinutes: minutes };
      }
    }
    const values: Partial<Record<NumberName, number>> = {};
    for (const name of NUMBER_NAMES) {
      const { label } = NUMBER_WORDS[name];
      const text = numbers[name]?.trim() ?? '';
      if (text === '') continue;
      if (!/^\d{1,4}$/.test(text)) return `${label}: write a whole number; 0 waives it, empty leaves it.`;
      values[name] = Number(text);
    }
    if (Object.keys(said).length + Object.keys(values).length === 0)
      return 'Nothing differs yet; change a date or a number.';
    return { id: terms.id, targets: { kind, ids: [...ids] }, dates: said, numbers: values };
  };
  const send = async (ownTerms: readonly OwnTerms[], label: string) => {
    setBusy(true);
    const done = await move(
      [{ forumId: forum.id, rules: { schedule: forum.schedule, seal: forum.seal, ownTerms } }],
      'ownTerms',
      label,
    );
    setBusy(false);
    if (done) close();
  };
  const save = () => {
    const next = read();
    if (typeof next === 'string') return setProblem(next);
    const others = forum.ownTerms.filter(({ id }) => id !== terms.id);
    void send([...others, next], `own terms in ${title}`);
  };
  return (
    <Dialog title={`Own terms in ${title}`} onClose={close} wide>
      <fieldset disabled={!canEdit}>
        <div className="flex flex-wrap items-center gap-2">
          For
          <select
            className="select select-sm raised h-9 w-auto"
            aria-label="For sections, groups or students"
            value={kind}
            onChange={(event) => {
              setKind(event.target.value as typeof kind);
              setIds([]);
            }}
          >
            <option value="students">students</option>
            <option value="sections">sections</option>
            <option value="groups">groups</option>
          </select>
          {choices.length > 12 && (
            <input
              className="input input-sm raised h-9 w-44"
              aria-label="Find among them"
              placeholder="Find"
              value={find}
              onChange={(event) => setFind(event.target.value)}
            />
          )}
        </div>
        <div className="mt-2 grid max-h-32 grid-cols-2 gap-x-4 overflow-y-auto sm:grid-cols-3">
          {shown.map(({ id, title: name }) => (
            <label key={id} className="flex items-center gap-2 py-0.5">
              <input
                type="checkbox"
                className="checkbox checkbox-xs"
                checked={ids.includes(id)}
                onChange={(event) =>
                  setIds(event.target.checked ? [...ids, id] : ids.filter((each) => each !== id))
                }
              />
              <span className="truncate">{name}</span>
            </label>
          ))}
        </div>
        <div className="ruled mt-4 border-t">
          {DATES.map((name) => {
            const date = dates[name];
            const set = (change: Partial<DateForm>) => setDates({ ...dates, [name]: { ...date, ...change } });
            const base = forum.schedule[name];
            return (
              <div
                key={name}
                className="ruled grid items-center gap-2 border-b py-1.5 sm:grid-cols-[9rem_9rem_1fr]"
              >
                <span className={date.say === 'inherit' ? 'quiet' : 'font-semibold'}>{DATE_WORDS[name]}</span>
                <select
                  className="select select-sm raised h-8 w-full"
                  aria-label={`${DATE_WORDS[name]}: what differs`}
                  value={date.say}
                  onChange={(event) => set({ say: event.target.value as Say })}
                >
                  <option value="inherit">as for everyone</option>
                  <option value="at">on a date</option>
                  {base !== null && <option value="plus">later or earlier</option>}
                  <option value="none">no limit</option>
                </select>
                {date.say === 'at' ? (
                  <input
                    type="datetime-local"
                    className="input input-sm raised h-8 w-56"
                    aria-label={`${DATE_WORDS[name]}: date`}
                    value={date.at}
                    onChange={(event) => set({ at: event.target.value })}
                  />
                ) : date.say === 'plus' ? (
                  <span className="flex items-center gap-2">
                    <input
                      className="input input-sm raised num h-8 w-16 text-center"
                      aria-label={`${DATE_WORDS[name]}: by how much`}
                      inputMode="decimal"
                      value={date.amount}
                      onChange={(event) => set({ amount: event.target.value })}
                    />
                    <select
                      className="select select-sm raised h-8 w-auto"
                      aria-label={`${DATE_WORDS[name]}: unit`}
                      value={date.unit}
                      onChange={(event) => set({ unit: event.target.value as DateForm['unit'] })}
                    >
                      <option value="days">days later</option>
                      <option value="hours">hours later</option>
                      <option value="minutes">minutes later</option>
                    </select>
                  </span>
                ) : (
                  <span className="quiet num text-sm">
                    {date.say === 'none' ? 'never ends' : base === null ? 'no limit' : dateWords(base, zone)}
                  </span>
                )}
              </div>
            );
          })}
        </div>
        {more ? (
          <div className="mt-3 grid grid-cols-2 gap-x-4 gap-y-2 sm:grid-cols-4">
            {NUMBER_NAMES.map((name) => (
              <label key={name} className="block">
                <span className="quiet block text-xs">{NUMBER_WORDS[name].label}</span>
                <input
                  className="input input-sm raised num h-8 w-20 text-center"
                  aria-label={NUMBER_WORDS[name].label}
                  inputMode="numeric"
                  placeholder={String(forum.required[name] ?? forum.required.replies)}
                  value={numbers[name] ?? ''}
                  onChange={(event) => setNumbers({ ...numbers, [name]: event.target.value })}
                />
              </label>
            ))}
          </div>
        ) : (
          <button type="button" className="link-plain mt-3 text-sm" onClick={() => setMore(true)}>
            Other requirements too
          </button>
        )}
      </fieldset>
      {problem && (
        <p role="alert" className="mt-3 text-error">
          {problem}
        </p>
      )}
      {canEdit && (
        <div className="mt-5 flex gap-2">
          <button type="button" className="btn btn-primary" disabled={busy} onClick={save}>
            Save these terms
          </button>
          {!isNew && (
            <button
              type="button"
              className="btn raised ruled"
              disabled={busy}
              onClick={() =>
                void send(
                  forum.ownTerms.filter(({ id }) => id !== terms.id),
                  `own terms taken away in ${title}`,
                )
              }
            >
              Take away
            </button>
          )}
        </div>
      )}
    </Dialog>
  );
}
