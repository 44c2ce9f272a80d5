import { freeDaysBy } from '../../../core/plan/classDays';
import { termDays } from '../../data/termDays';
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import { CalendarDays } from 'lucide-react';
import {
  use,
  useCallback,
  useRef,
  useSyncExternalStore,
  type ComponentProps,
  type ReactNode,
  type Ref,
  type RefObject,
} from 'react';
import { weekOfTerm } from '../../../core/time/weekOfTerm';
import { toWallClock } from '../../../core/time/wallClock';
import { useNow } from '../../data/clock';
import { CourseContext } from '../../data/course';
import { useAboveAll } from '../useAboveAll';
import { Calendar } from './Calendar';
import { dayIn, withDay } from './dayAsTyped';
import { DATE_FIELD, DayAndTime } from './DayAndTime';

const weekday = new Intl.DateTimeFormat('en-GB', { weekday: 'short' });

/** Puts a value into a field as if it had been typed, so that whoever listens to the field hears of it. */
function typeInto(field: HTMLInputElement, value: string): void {
  Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!.call(field, value);
  field.dispatchEvent(new Event('input', { bubbles: true }));
}

function Floating({ anchor, children }: { anchor: RefObject<HTMLElement | null>; children: ReactNode }) {
  const box = useAboveAll(anchor);
  return (
    <div
      ref={box}
      popover="manual"
      className="raised ruled rounded-box fixed inset-auto m-0 border p-3 text-base-content shadow-sm"
    >
      {children}
    </div>
  );
}

/**
 * A field for a date, with its time of day or without: typed, the day in the order that the person's browser is set to and the time in the
 * hours the person chose, or chosen from a calendar that knows the weeks of the term. Weekday and week stand beside what is typed.
 *
 * To a form it is one field, whose value is `2026-03-04` or `2026-03-04T23:59`. What was typed as a time and is none stands there as it was
 * typed, so that the form can say so.
 */
export function DateInput({
  withTime = true,
  className = '',
  ref,
  name,
  value: given,
  defaultValue,
  onChange,
  onBlur,
  ...shown
}: { withTime?: boolean; ref?: Ref<HTMLInputElement> } & Omit<ComponentProps<'input'>, 'type' | 'ref'>) {
  const course = use(CourseContext);
  const now = useNow();
  const box = useRef<HTMLSpanElement>(null);
  /** What the form knows of: the day's own field or, with a time, one that is not seen and holds both. */
  const field = useRef<HTMLInputElement | null>(null);
  // A form may set the field without a word; what stands in it is looked at whenever it is drawn.
  const value = useSyncExternalStore(
    useCallback((heard: () => void) => {
      const listened = field.current;
      listened?.addEventListener('input', heard);
      return () => listened?.removeEventListener('input', heard);
    }, []),
    () => field.current?.value ?? '',
  );
  const held = {
    name,
    value: given,
    defaultValue,
    onChange,
    onBlur,
    ref: (element: HTMLInputElement | null) => {
      field.current = element;
      // A form leads to the field that is wrong; where that one is not seen, to the day.
      if (element && withTime)
        element.focus = () => box.current?.querySelector<HTMLElement>('[type=date]')?.focus();
      if (typeof ref === 'function') return ref(element);
      if (ref) ref.current = element;
    },
  };
  const hold = (next: string) => typeInto(field.current!, next);
  const leave = () => field.current!.dispatchEvent(new FocusEvent('focusout', { bubbles: true }));
  const term = course && termDays(course);
  const day = dayIn(value);
  const week = day && term && weekOfTerm(value.slice(0, 10), term);
  const words =
    day === null ? '' : week === null ? weekday.format(day) : `${weekday.format(day)}, wk ${week}`;
  return (
    <span ref={box} className="flex min-w-0 items-center gap-1.5 max-[22rem]:flex-wrap">
      {withTime ? (
        <>
          <input {...held} hidden />
          <DayAndTime {...shown} className={className} value={value} hold={hold} leave={leave} />
        </>
      ) : (
        <input
          {...shown}
          {...held}
          type="date"
          className={`${DATE_FIELD} ${shown['aria-invalid'] === true ? 'input-error' : ''} ${className}`}
        />
      )}
      <Popover>
        <PopoverButton
          disabled={shown.disabled}
          className="quiet num flex min-w-21 cursor-pointer items-center gap-1 rounded-field px-1 py-1.5 text-xs whitespace-nowrap hover:bg-base-200 disabled:cursor-not-allowed"
        >
          <CalendarDays className="size-4" aria-hidden />
          <span className="sr-only">Choose from a calendar, </span>
          {words}
        </PopoverButton>
        <PopoverPanel>
          {({ close }) => (
            <Floating anchor={box}>
              <Calendar
                chosen={day}
                today={dayIn(toWallClock(now, course?.zone ?? 'UTC'))!}
                term={term}
                freeWeeks={course?.freeWeeks ?? []}
                freeDays={freeDaysBy(course?.freeDays ?? [])}
                choose={(chosen) => {
                  hold(withDay(value, chosen, withTime));
                  close();
                }}
              />
            </Floating>
          )}
        </PopoverPanel>
      </Popover>
    </span>
  );
}
