import type { LiveEvent } from '../../contract/live';

/** So long after a score was saved here the stream may tell of it, ms. */
const SOON = 5000;

/** When scores were saved here, by course, forum and student. */
const saved = new Map<string, number>();

const scoreKey = (course: string, forum: string, student: string) => `${course} ${forum} ${student}`;

/** Takes note that a score was saved here, and that its answer has brought what it changed. */
export function noteOwnScore(course: string, forum: string, student: string): void {
  saved.set(scoreKey(course, forum, student), performance.now());
}

/** Whether the stream tells of nothing but scores that were saved here just now: what they changed is known already. */
export function isOwnScore({ course, forums, students }: Extract<LiveEvent, { kind: 'scores' }>): boolean {
  const [forum] = forums;
  if (forum === undefined || forums.length > 1 || students.length === 0) return false;
  const now = performance.now();
  return students.every((student) => now - (saved.get(scoreKey(course, forum, student)) ?? -Infinity) < SOON);
}
