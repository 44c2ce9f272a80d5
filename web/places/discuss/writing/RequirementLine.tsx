import { fromNow } from '../../../../words/dates';
import { getWouldCount, type ForumView } from '../../../../contract/discuss';
import type { WouldCount } from '../../../../core/participation/wouldCount';
import { useNow } from '../../../data/clock';
import { useCourse } from '../../../data/course';
import { useApi, withQuery } from '../../../data/useApi';
import { dueWords } from '../../../ui/dateWords';
import { plural } from '../../../../words/numbers';
import { requirementName } from '../../../../words/requirements';
import type { Writing } from '../context/writing';

/** What a post that is being written will count as, in words. */
export interface Counting {
  readonly text: string;
  readonly tone: 'done' | 'late' | 'quiet';
  /** Whoever sends it all the same is asked first. */
  readonly warning: boolean;
}

/** Of the answers by number of words, the one that holds for a text of so many. */
export function stepAt(steps: readonly WouldCount[], words: number): WouldCount | null {
  return steps.findLast(({ fromWords }) => fromWords <= Math.max(1, words)) ?? null;
}

/**
 * What a post that is being written would count as, in words.
 *
 * @param enough the number of words that would be enough; null where it is long enough already, or no length helps
 */
export function countingWords(
  { slot, reason }: WouldCount,
  enough: number | null,
  forum: Pick<ForumView, 'slots' | 'readers' | 'required' | 'openings'>,
  /** "due Wed 4 Mar, 23:59 (in 2 days)", or "was due …". */
  dueOf: (at: number) => string,
): Counting | null {
  const quiet = (text: string): Counting => ({ text, tone: 'quiet', warning: false });
  if (slot === null) {
    switch (reason) {
      case 'toStaff':
        return quiet('Replies to staff do not count towards your required replies.');
      case 'toOneself':
        return quiet('Replies to your own posts do not count towards your required replies.');
      case 'ownThread':
        return {
          text: 'Will not count: replies in a thread of your own do not count here.',
          tone: 'late',
          warning: true,
        };
      case 'answeredAlready':
        return {
          text: `Will not count: you have replied to this person already, and replies to ${plural(forum.required.different, 'person', 'different people')} are asked for.`,
          tone: 'late',
          warning: true,
        };
      case 'enough':
      case 'further':
      case 'held':
        return quiet('You have made all the posts of this kind that are required; this one is extra.');
      default:
        return null;
    }
  }
  const of = forum.slots.filter(({ kind }) => kind === slot.kind).length;
  const isAnswer = slot.kind === 'initial' && forum.openings === 'answerQuestions';
  const name = isAnswer ? 'answer' : requirementName(slot.kind, forum.readers === 'staff');
  const which = of > 1 ? `${name} ${slot.number} of ${of}` : `your ${name}`;
  const due = slot.due === null ? '' : dueOf(slot.due);
  switch (slot.state) {
    case 'short':
      return {
        text: `Counts as ${which} once it has ${enough === null ? 'more words' : plural(enough, 'word')}${due && ` · ${due}`}`,
        tone: 'late',
        warning: true,
      };
    case 'metLate':
      return {
        text: `Counts as ${which}, ${plural(slot.daysLate, 'day')} late: it ${due}`,
        tone: 'late',
        warning: false,
      };
    case 'pending':
      return quiet(`Counts as ${which} once staff approve it${due && ` · ${due}`}`);
    default:
      return { text: `Counts as ${which}${due && ` · ${due}`}`, tone: 'done', warning: false };
  }
}

/** Asks what a post that is being written would count as now; null for staff, and where nothing is required. */
export function useWouldCount(forum: ForumView, writing: Writing, words: number): Counting | null {
  const course = useCourse();
  const now = useNow();
  const isAsked = forum.slots.length > 0 && writing.kind !== 'starter';
  const { data } = useApi(
    withQuery(getWouldCount, {
      answers: writing.kind === 'answer' ? writing.parentId : undefined,
      edits: writing.kind === 'edit' ? writing.postId : undefined,
      question: writing.kind === 'open' ? writing.questionId : undefined,
    }),
    isAsked ? { course: course.id, forum: forum.id } : null,
    { refreshInterval: 60_000, revalidateOnMount: true },
  );
  const steps = data?.steps ?? [];
  const step = stepAt(steps, words);
  const enough =
    steps.find(({ fromWords, slot }) => fromWords > words && slot?.state !== 'short')?.fromWords ?? null;
  const counting =
    step &&
    countingWords(
      step,
      enough,
      forum,
      (at) => `${at >= now ? 'due' : 'was due'} ${dueWords(at, course.zone)} (${fromNow(at, now)})`,
    );
  // Nothing is wrong yet with what has not been begun.
  return counting && words === 0 ? { ...counting, tone: 'quiet' } : counting;
}

const COLOURS = { done: 'text-done', late: 'text-late', quiet: 'quiet' };

/** What this post will count as, while it is written. */
export function RequirementLine({ counting, warned }: { counting: Counting; warned: boolean }) {
  return (
    <p role="status" className={`mt-1 text-sm ${COLOURS[counting.tone]} ${warned ? 'font-semibold' : ''}`}>
      {counting.text}
    </p>
  );
}
