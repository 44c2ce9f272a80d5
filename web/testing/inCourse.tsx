import type { ReactNode } from 'react';
import type { CourseFrame } from '../../contract/course';
import { fromWallClock } from '../../core/time/wallClock';
import { CourseContext } from '../data/course';

const ZONE = 'Europe/Lisbon';

/** An instant of the term, `03-04 23:59`, on the course's clock. */
export const at = (monthDayTime: string): number =>
  fromWallClock(`2026-${monthDayTime.replace(' ', 'T')}`, ZONE);

/** The frame of a small course; a test says what differs. */
export function courseFrame(change: Partial<CourseFrame> = {}): CourseFrame {
  const teodora = { id: 'teodora', name: 'Teodora Maric', given: 'Teodora', sortable: 'Maric, Teodora' };
  return {
    id: 'rvc210',
    title: 'Rivers and Cities',
    code: 'RVC 210',
    zone: ZONE,
    termStart: at('02-02 00:00'),
    termEnd: at('03-30 00:00'),
    role: 'instructor',
    you: teodora,
    units: [],
    sections: [
      { id: 'morning', title: 'Morning' },
      { id: 'evening', title: 'Evening' },
    ],
    categories: [],
    staff: [{ ...teodora, role: 'instructor' }],
    freeWeeks: [],
    freeDays: [],
    visits: false,
    outcomes: [],
    ready: 0,
    ...change,
  };
}

/** Puts what is tested into a course. */
export const inCourse =
  (change: Partial<CourseFrame> = {}) =>
  ({ children }: { children: ReactNode }) => (
    <CourseContext value={courseFrame(change)}>{children}</CourseContext>
  );
