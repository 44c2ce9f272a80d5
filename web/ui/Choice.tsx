import { useState } from 'react';

/** With more options than these, they are laid out when one is about to choose. */
const MANY = 60;

/** A list to choose one of, in the middle of a sentence. */
export function Choice<V extends string>({
  label,
  value,
  options,
  choose,
}: {
  /** What is chosen, for who cannot see the sentence. */
  label: string;
  value: V;
  options: readonly (readonly [value: V, text: string])[];
  choose: (value: V) => void;
}) {
  // What is picked shows at once, also where it takes a moment to be kept, as in the address.
  const [known, setKnown] = useState(value);
  const [picked, setPicked] = useState(value);
  if (value !== known) {
    setKnown(value);
    setPicked(value);
  }
  const [isOpen, setOpen] = useState(false);
  const shown = isOpen || options.length <= MANY ? options : options.filter(([key]) => key === picked);
  return (
    <select
      className="select select-sm raised h-9 w-auto max-w-full"
      aria-label={label}
      value={picked}
      onPointerDown={() => setOpen(true)}
      onFocus={() => setOpen(true)}
      onBlur={() => setOpen(false)}
      onChange={(event) => {
        setPicked(event.target.value as V);
        choose(event.target.value as V);
      }}
    >
      {shown.map(([key, text]) => (
        <option key={key} value={key}>
          {text}
        </option>
      ))}
    </select>
  );
}
