import type { Silence } from '../core/insight/silence';
import type { DateWriter } from './dates';
import { silenceWords } from './insight';
import { plural } from './numbers';

/** What a weekly letter to staff is made of. */
export interface LetterFacts {
  /** Students ready for evaluation, by forum. */
  readonly ready: readonly { readonly forum: string; readonly students: number }[];
  /** What else waits, all counted. */
  readonly held: number;
  readonly reported: number;
  readonly requests: number;
  readonly looks: number;
  readonly unanswered: number;
  readonly silence: Silence;
  /** Those to write to, by name. */
  readonly silent: readonly string[];
  /** The dates of the week to come. */
  readonly dates: readonly { readonly name: string; readonly forum: string; readonly at: number }[];
}

/** So many are named; the others are counted. */
const NAMED = 4;

/** "A, B and C", "A, B, C, D and 3 more" */
function listed(names: readonly string[], most = NAMED): string {
  const shown = names.slice(0, most);
  const more = names.length - shown.length;
  const all = more > 0 ? [...shown, `${more} more`] : shown;
  return all.length < 2 ? all.join('') : `${all.slice(0, -1).join(', ')} and ${all.at(-1)}`;
}

function waits(facts: LetterFacts): string[] {
  const { ready, held, reported, requests, looks, unanswered } = facts;
  const students = ready.reduce((sum, each) => sum + each.students, 0);
  const counted = [
    held > 0 && plural(held, 'post to approve', 'posts to approve'),
    reported > 0 && plural(reported, 'reported post'),
    requests > 0 && plural(requests, 'request for more time', 'requests for more time'),
    looks > 0 && plural(looks, 'request for another look', 'requests for another look'),
  ].filter((each) => each !== false);
  const lines = [
    students > 0 &&
      `${plural(students, 'student')} to evaluate: ${listed(ready.map((each) => `${each.students} in ${each.forum}`))}.`,
    counted.length > 0 && `${listed(counted)}.`,
    unanswered > 0 && `${plural(unanswered, 'post')} nobody has replied to.`,
  ].filter((each) => each !== false);
  return lines.length > 0 ? lines : ['Nothing waits for you.'];
}

/** At most ten lines: what waits, who is silent, and what comes in the next seven days. */
export function letterLines(facts: LetterFacts, date: DateWriter, day: (monday: string) => string): string[] {
  const { silence, silent, dates } = facts;
  const told = silence.told ? [silenceWords(silence, day)] : [];
  const names = silence.told && silent.length > 0 ? [`You may want to write to ${listed(silent)}.`] : [];
  const before = [...waits(facts), ...told, ...names];
  const room = 10 - before.length;
  const shown = dates.length > room ? dates.slice(0, room - 1) : dates;
  const coming = shown.map(({ name, forum, at }) => `${date(at)}: ${name}, ${forum}.`);
  const more = dates.length - shown.length;
  return [
    ...before,
    ...(coming.length > 0 ? coming : ['No dates in the next seven days.']),
    ...(more > 0 ? [`And ${plural(more, 'more date')}.`] : []),
  ];
}
