import { DATE_WORDS } from '../../../../words/schedule';
import { useDraggable } from '@dnd-kit/core';
import type { KeyboardEvent } from 'react';
import type { DateName, Schedule } from '../../../../core/course/forum';
import { useCourse } from '../../../data/course';
import { dateWords } from '../../../ui/dateWords';

/** What of a strip is moved: one of its dates, or all of them. */
export type HandleName = DateName | 'all';

interface Shared {
  readonly forumId: string;
  readonly title: string;
  readonly zone: string;
  readonly onKey: (handle: HandleName, event: KeyboardEvent<HTMLElement>) => void;
  readonly onBlur: () => void;
}

function Handle({
  name,
  left,
  right,
  at,
  className,
  forumId,
  title,
  zone,
  onKey,
  onBlur,
}: Shared & { name: HandleName; left: number; right: number; at: number; className: string }) {
  const { termStart, termEnd } = useCourse();
  const { setNodeRef, listeners } = useDraggable({ id: `${forumId}|${name}` });
  const label = name === 'all' ? `All dates of ${title}` : `${DATE_WORDS[name]}, ${title}`;
  return (
    <span
      ref={setNodeRef}
      onPointerDown={listeners?.onPointerDown as React.PointerEventHandler<HTMLSpanElement>}
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuemin={Math.min(termStart, at)}
      aria-valuemax={Math.max(termEnd, at)}
      aria-valuenow={at}
      aria-valuetext={dateWords(at, zone)}
      title={`${name === 'all' ? 'Drag to move all dates' : `${DATE_WORDS[name]} ${dateWords(at, zone)}`}`}
      className={`absolute touch-none rounded-sm outline-offset-1 focus-visible:outline-2 ${className}`}
      style={{ left: `${left}%`, ...(right > left ? { width: `${right - left}%` } : {}) }}
      onKeyDown={(event) => onKey(name, event)}
      onBlur={onBlur}
    />
  );
}

const EDGE = 'top-0 z-10 h-6 w-2 -translate-x-1/2 cursor-ew-resize';

/** What of a strip can be taken hold of, by pointer or by keyboard; laid over the drawing. */
export function StripHandles({
  schedule,
  x,
  ...shared
}: Shared & { schedule: Schedule; x: (at: number) => number }) {
  const known = (Object.keys(schedule) as DateName[]).filter((name) => schedule[name] !== null);
  if (known.length === 0) return null;
  const dates = known.map((name) => schedule[name]!);
  const from = schedule.postingFrom ?? schedule.visibleFrom ?? Math.min(...dates);
  const until = schedule.postingUntil ?? schedule.visibleUntil ?? Math.max(...dates);
  return (
    <>
      <Handle
        {...shared}
        name="all"
        at={from}
        left={x(from)}
        right={Math.max(x(until), x(from) + 1.2)}
        className="top-1 h-4 cursor-grab"
      />
      {known.map((name) => (
        <Handle
          key={name}
          {...shared}
          name={name}
          at={schedule[name]!}
          left={x(schedule[name]!)}
          right={0}
          className={`${EDGE} ${name.endsWith('Due') ? 'z-20' : ''}`}
        />
      ))}
    </>
  );
}
