import type { Fairness, Spread } from '../core/insight/fairness';
import type { Rhythm } from '../core/insight/rhythm';
import type { Silence } from '../core/insight/silence';
import type { Mixing, Talk } from '../core/insight/talk';
import { FEW, FEW_STUDENTS } from '../core/insight/written';
import type { Writing } from '../core/insight/writing';
import { lengthWords } from './dates';
import { plural } from './numbers';

/** "38 %": a share of a whole, without decimals. */
export const shareWords = (part: number, of: number): string =>
  of === 0 ? '0 %' : `${Math.round((part * 100) / of)} %`;

/**
 * Who is falling silent, in a sentence.
 *
 * @param day writes a Monday, "Mon 23 Feb"
 */
export function silenceWords(
  { told, since, silent, of, missing }: Silence,
  day: (monday: string) => string,
): string {
  if (!told || since === null)
    return `Too few to tell: this needs three class weeks, ${FEW_STUDENTS} students, and someone who has written in the last two weeks.`;
  const from = day(since);
  const quiet =
    silent === 0
      ? `Nobody has fallen silent: all of the ${plural(of, 'student')} have written since ${from}.`
      : `${silent} of ${plural(of, 'student')} ${silent === 1 ? 'has' : 'have'} written nothing since ${from}.`;
  if (missing === 0) return quiet;
  return `${quiet} ${missing === 1 ? '1 student has' : `${missing} students have`} missed two forums or more in a row.`;
}

function mixingWords(kind: string, mixing: Mixing | null): string {
  if (mixing === null || mixing.of < FEW) return '';
  return ` ${shareWords(mixing.across, mixing.of)} of the replies everyone could give go to another ${kind}; it would be ${Math.round(mixing.expected / 100)} % if nobody looked at ${kind}s.`;
}

/** Who talks with whom, in a sentence or two. */
export function talkWords({ told, alone, replies, byStaff, sections, groups }: Talk): string {
  if (!told) return `Too few to tell: this needs ${FEW_STUDENTS} students and ${FEW} replies between them.`;
  const who =
    alone.length === 0
      ? 'Everyone has answered a classmate or was answered by one.'
      : `${plural(alone.length, 'student')} neither answered a classmate nor ${alone.length === 1 ? 'was' : 'were'} answered by one.`;
  const staff = ` Staff wrote ${shareWords(byStaff, replies + byStaff)} of the ${plural(replies + byStaff, 'reply', 'replies')} to students.`;
  const mixed = mixingWords('section', sections) || mixingWords('group', groups);
  return `${who}${staff}${mixed}`;
}

/** When a class writes, in a sentence or two. */
export function rhythmWords({ told, posts, due, threads }: Rhythm): string {
  if (!told) return `Too few to tell: this needs ${FEW} posts; there ${posts === 1 ? 'is' : 'are'} ${posts}.`;
  const when =
    due.of < FEW
      ? `Too few of the ${plural(posts, 'post')} had a due date to tell how they keep to it.`
      : `${shareWords(due.lastDay, due.of)} of the posts come in the last day before they are due, and ${shareWords(due.after, due.of)} after it.`;
  if (threads.of < FEW) return when;
  const waited =
    threads.waited === null ? '' : ` A thread waits ${lengthWords(threads.waited)} for its first reply, and`;
  return `${when}${waited || ' Of the threads,'} ${shareWords(threads.unanswered, threads.of)} of ${threads.of} got none.`;
}

/** How a class writes, in a sentence or two. */
export function writingWords({ told, opening, replies, bringing, depths }: Writing): string {
  if (!told)
    return `Too few to tell: this needs ${FEW} posts; there ${opening.posts + replies.posts === 1 ? 'is' : 'are'} ${opening.posts + replies.posts}.`;
  const threads = depths.reduce((sum, n) => sum + n, 0);
  const deep = depths.slice(2).reduce((sum, n) => sum + n, 0);
  const length =
    opening.middle === null || replies.middle === null
      ? ''
      : `Half of the opening posts have ${opening.middle} words or more, half of the replies ${replies.middle}. `;
  const brings =
    replies.posts < FEW
      ? ''
      : `${shareWords(bringing, replies.posts)} of the replies ask something or bring a link, a file or a quotation. `;
  const goes =
    threads === 0
      ? ''
      : `${shareWords(deep, threads)} of ${plural(threads, 'thread')} go on past the first reply.`;
  return `${length}${brings}${goes}`.trim();
}

/** The two of these furthest apart, of those that differ at all. */
function ends(spreads: readonly Spread[]): readonly [Spread, Spread] | null {
  const inOrder = [...spreads].sort((a, b) => a.apart - b.apart);
  const [lowest, highest] = [inOrder[0], inOrder.at(-1)];
  return lowest && highest && lowest !== highest ? [lowest, highest] : null;
}

const points = (hundredths: number) => `${(hundredths / 100).toFixed(1)} points of 100`;

/**
 * How fair the scoring is, in a sentence or two.
 *
 * @param nameOf names an evaluator by their id
 */
export function fairnessWords(
  { told, scores, byEvaluator, late }: Fairness,
  nameOf: (id: string) => string,
): string {
  if (!told)
    return `Too few to tell: this needs ${FEW} scores; there ${scores === 1 ? 'is' : 'are'} ${scores}.`;
  const pair = ends(byEvaluator);
  const evaluators =
    pair === null
      ? `One person gave all of the ${plural(scores, 'score')} that can be compared.`
      : pair[0].tells || pair[1].tells
        ? `In the same forums ${nameOf(pair[1].key)} gives ${points(pair[1].apart - pair[0].apart)} more than ${nameOf(pair[0].key)}.`
        : `In the same forums evaluators differ by ${points(pair[1].apart - pair[0].apart)} at most, which is no more than chance makes.`;
  const lost =
    late.lost === null
      ? ' Lateness cost nobody anything.'
      : ` Lateness took something from ${plural(late.scores, 'score')}, ${points(late.lost)} on average.`;
  return `${evaluators}${lost}`;
}
