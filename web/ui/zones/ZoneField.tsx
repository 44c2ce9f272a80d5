import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/react';
import { useId, useState } from 'react';
import useSWR from 'swr/immutable';

/** How far a zone is from UTC now, "UTC+1". */
const offset = (zone: string) =>
  new Intl.DateTimeFormat('en-GB', { timeZone: zone, timeZoneName: 'shortOffset' })
    .formatToParts(new Date())
    .find(({ type }) => type === 'timeZoneName')!
    .value.replace('GMT', 'UTC');

/** A time zone, found by a city, a country or its own name. */
export function ZoneField({
  label,
  hidesLabel = false,
  value,
  choose,
  disabled,
  problem,
}: {
  label: string;
  /** The name stands beside it already. */
  hidesLabel?: boolean;
  value: string;
  choose: (zone: string) => void;
  disabled?: boolean;
  problem?: string | undefined;
}) {
  const id = useId();
  const [typed, setTyped] = useState('');
  const [isNeeded, setNeeded] = useState(false);
  // The list of cities is fetched when someone comes to choose.
  const { data } = useSWR(isNeeded ? 'zones' : null, () => import('./zones'));
  const found = data?.zonesFound(typed) ?? [];
  return (
    <div>
      <Combobox
        immediate
        value={value}
        disabled={disabled ?? false}
        onChange={(zone) => zone !== null && choose(zone)}
        onClose={() => setTyped('')}
      >
        <label className="block">
          <span className={hidesLabel ? 'sr-only' : 'quiet mb-0.5 block text-sm'}>{label}</span>
          <ComboboxInput
            className={`input w-full ${problem ? 'input-error' : ''}`}
            autoComplete="off"
            placeholder="A city or country"
            aria-invalid={Boolean(problem)}
            aria-describedby={problem ? id : undefined}
            displayValue={(zone: string) => zone.replaceAll('_', ' ')}
            onFocus={(event) => {
              setNeeded(true);
              event.target.select();
            }}
            onChange={(event) => setTyped(event.target.value)}
          />
        </label>
        <ComboboxOptions
          modal={false}
          anchor={{ to: 'bottom start', gap: 4, padding: 8 }}
          className="raised ruled rounded-box z-50 w-(--input-width) min-w-72 border p-1 shadow-sm [--anchor-max-height:20rem] empty:invisible"
        >
          {found.map((zone) => (
            <ComboboxOption
              key={zone.name}
              value={zone.name}
              className="cursor-pointer rounded-field px-3 py-1.5 data-focus:bg-base-200 data-selected:font-semibold"
            >
              <span className="block">{zone.cities}</span>
              <span className="quiet num block text-sm font-normal">
                {[zone.country, zone.name.replaceAll('_', ' '), offset(zone.name)]
                  .filter(Boolean)
                  .join(' · ')}
              </span>
            </ComboboxOption>
          ))}
          {typed !== '' && data && found.length === 0 && (
            <p className="quiet px-3 py-2">No city or country begins with “{typed}”.</p>
          )}
        </ComboboxOptions>
      </Combobox>
      {problem && (
        <p id={id} className="mt-0.5 text-sm text-error">
          {problem}
        </p>
      )}
    </div>
  );
}
