import { useEffect, useRef, useState, type ComponentProps } from 'react';
import { hoursChosen } from '../../data/hours';
import { END_OF_DAY, joined, partsOf } from './dayAsTyped';
import { readTime, writeTime } from './timeAsTyped';

/** How a field for a day looks. */
export const DATE_FIELD = 'date-input input input-sm raised h-9 min-w-0';

/**
 * Two fields for one value: the day, and the time in the hours of whoever types. `1159 pm`, `23.59` and `23:59` mean the same; once the
 * field is left, the time stands there as Juror writes it.
 */
export function DayAndTime({
  value,
  hold,
  leave,
  className,
  ...shown
}: {
  value: string;
  /** The value is now another. */
  hold: (value: string) => void;
  /** One of the two was left. */
  leave: () => void;
} & Omit<ComponentProps<'input'>, 'type' | 'ref' | 'value' | 'onChange' | 'onBlur'>) {
  const { day, time } = partsOf(value);
  const hours = hoursChosen();
  /** What is being typed, which is left alone until it is done. */
  const [typing, setTyping] = useState<string | null>(null);
  const timeField = useRef<HTMLInputElement>(null);
  const isTime = time === '' || readTime(time) !== null;
  useEffect(() => {
    timeField.current!.setCustomValidity(
      isTime ? '' : `Write a time, such as ${writeTime(END_OF_DAY, hours)}.`,
    );
  }, [isTime, hours]);
  const { id, disabled, required } = shown;
  const isWrong = shown['aria-invalid'] === true;
  return (
    <span className={`flex min-w-0 gap-1 ${className ?? ''}`}>
      <input
        {...shown}
        type="date"
        className={`${DATE_FIELD} w-34 grow ${isWrong ? 'input-error' : ''}`}
        value={day}
        onChange={({ target }) =>
          hold(joined(target.value, target.value !== '' && time === '' ? END_OF_DAY : time))
        }
        onBlur={({ target }) => {
          // Whoever empties the day means no date at all.
          if (target.value === '') hold('');
          leave();
        }}
      />
      <input
        ref={timeField}
        id={id === undefined ? undefined : `${id}-time`}
        aria-label={shown['aria-label'] === undefined ? 'time' : `${shown['aria-label']}: time`}
        aria-labelledby={id === undefined ? undefined : `${id}-label ${id}-time`}
        aria-invalid={!isTime || isWrong}
        aria-describedby={shown['aria-describedby']}
        disabled={disabled}
        required={required}
        autoComplete="off"
        placeholder={writeTime(END_OF_DAY, hours)}
        className={`input input-sm raised num h-9 w-22 shrink-0 px-2 ${isWrong || (!isTime && typing === null) ? 'input-error' : ''}`}
        value={typing ?? writeTime(time, hours)}
        onChange={({ target }) => {
          setTyping(target.value);
          hold(joined(day, readTime(target.value) ?? target.value.trim()));
        }}
        onBlur={() => {
          setTyping(null);
          leave();
        }}
      />
    </span>
  );
}
