import type { Forum } from '../course/forum';
import type { Id } from '../course/id';
import type { Post } from '../course/post';
import type { Asked } from '../terms/asked';
import type { ResolvedTerms } from '../terms/resolveTerms';
import { daysLate, isLate } from '../time/dueDate';
import type { Instant } from '../time/instant';
import { hasEnded } from '../time/minute';
import { attachedSince } from './metAt';
import { compareFillers, fillOrder, onlyWithChange, type Filler } from './fillOrder';
import { isPeerReply } from './peerReply';
import type { SlotKind } from '../course/slotKind';
import type { Slot } from './slot';

interface Ground {
  readonly forum: Forum;
  readonly terms: ResolvedTerms;
  readonly t: Instant;
  /** Posting, or the forum itself, has ended for the student: what is empty is missed. */
  readonly over: boolean;
}

function emptySlot(
  ground: Ground,
  kind: SlotKind,
  number: number,
  due: Instant | null,
  questionId: Id | null,
): Slot {
  return {
    kind,
    number,
    state: ground.over ? 'missed' : 'open',
    overdue: !ground.over && isLate(ground.t, due, ground.forum.graceMinutes),
    due,
    postId: null,
    questionId,
    metAt: null,
    daysLate: 0,
  };
}

function filledSlot(
  ground: Ground,
  kind: SlotKind,
  number: number,
  due: Instant | null,
  filler: Filler,
  questionId: Id | null = null,
): Slot {
  const days = filler.as === 'held' ? 0 : daysLate(filler.at, due, ground.forum.graceMinutes);
  const long = filler.as === 'long';
  return {
    kind,
    number,
    state: long ? (days > 0 ? 'metLate' : 'met') : filler.as === 'held' ? 'pending' : 'short',
    overdue: false,
    due,
    postId: filler.post.id,
    questionId,
    metAt: long ? filler.at : null,
    daysLate: days,
  };
}

function initialSlots(ground: Ground, own: readonly Post[], due: Instant | null): Slot[] {
  const { forum, terms, t } = ground;
  const minWords = terms.numbers.initialMinWords;
  const openings = own.filter((post) => post.parentId === null);
  if (forum.openings !== 'answerQuestions') {
    const first = fillOrder(openings, minWords, t)[0];
    return [
      first ? filledSlot(ground, 'initial', 1, due, first) : emptySlot(ground, 'initial', 1, due, null),
    ];
  }
  const questions = forum.questions.filter((question) => !question.retired);
  const firsts = questions.map((question) => ({
    questionId: question.id,
    filler: fillOrder(
      openings.filter((post) => post.questionId === question.id),
      minWords,
      t,
    )[0],
  }));
  const wanted = forum.required.questions;
  if (wanted === null) {
    return firsts.map(({ questionId, filler }, index) =>
      filler
        ? filledSlot(ground, 'initial', index + 1, due, filler, questionId)
        : emptySlot(ground, 'initial', index + 1, due, questionId),
    );
  }
  const made = firsts
    .flatMap(({ questionId, filler }) => (filler ? [{ questionId, filler }] : []))
    .sort((a, b) => compareFillers(a.filler, b.filler));
  return Array.from({ length: Math.min(wanted, questions.length) }, (_, index) => {
    const entry = made[index];
    return entry
      ? filledSlot(ground, 'initial', index + 1, due, entry.filler, entry.questionId)
      : emptySlot(ground, 'initial', index + 1, due, null);
  });
}

function attachmentSlots(ground: Ground, own: readonly Post[], initial: readonly Slot[]): Slot[] {
  return initial.map((slot, index) => {
    const empty = emptySlot(ground, 'attachment', index + 1, slot.due, slot.questionId);
    const post = slot.postId === null ? undefined : own.find((candidate) => candidate.id === slot.postId);
    const since = post ? attachedSince(post, ground.t) : null;
    if (!post || since === null) return empty;
    const waits =
      slot.state === 'pending' ||
      onlyWithChange(post, ground.t, (before) => attachedSince(before, ground.t) !== null);
    const as = waits ? 'held' : 'long';
    return filledSlot(
      ground,
      'attachment',
      index + 1,
      slot.due,
      { post, as, at: since, created: since },
      slot.questionId,
    );
  });
}

/** The replies that fill slots, in slot order: at most R, of which at most R − D answer someone already credited. */
function creditedReplies(ground: Ground, own: readonly Post[]): Filler[] {
  const { replies, different, replyMinWords } = ground.terms.numbers;
  const peer = own.filter((post) => isPeerReply(post, ground.forum.required.ownThreadCounts));
  const credited = new Set<Id>();
  const filled: Filler[] = [];
  let repeats = 0;
  for (const filler of fillOrder(peer, replyMinWords, ground.t)) {
    if (filled.length === replies) break;
    const to = filler.post.answers!.authorId;
    if (credited.has(to)) {
      if (repeats === replies - different) continue;
      repeats++;
    }
    credited.add(to);
    filled.push(filler);
  }
  return filled;
}

function slotsFrom(
  ground: Ground,
  kind: SlotKind,
  count: number,
  due: Instant | null,
  fillers: readonly Filler[],
): Slot[] {
  return Array.from({ length: count }, (_, index) => {
    const filler = fillers[index];
    return filler
      ? filledSlot(ground, kind, index + 1, due, filler)
      : emptySlot(ground, kind, index + 1, due, null);
  });
}

/**
 * A student's required posts in a forum as slots, and what fills each: initial posts, their attachments, peer replies,
 * and posts of any kind, in this order. A waived slot does not exist. (rules §5)
 *
 * @param own everything the student wrote in the forum, in any order
 * @param ask by which due dates; nothing is required where the forum is not asked
 */
export function fillSlots(
  forum: Forum,
  terms: ResolvedTerms,
  ask: Asked,
  own: readonly Post[],
  t: Instant,
): Slot[] {
  if (ask.notAsked !== null) return [];
  const { dates, numbers } = terms;
  const over = hasEnded(dates.postingUntil, t) || hasEnded(dates.visibleUntil, t);
  const ground: Ground = { forum, terms, t, over };
  const slots = numbers.initialRequired > 0 ? initialSlots(ground, own, ask.initialDue) : [];
  if (numbers.attachment > 0) slots.push(...attachmentSlots(ground, own, slots));
  if (numbers.replies > 0) {
    slots.push(...slotsFrom(ground, 'reply', numbers.replies, ask.repliesDue, creditedReplies(ground, own)));
  }
  if (numbers.posts > 0) {
    const fillers = fillOrder(own, numbers.postMinWords, t);
    slots.push(...slotsFrom(ground, 'post', numbers.posts, ask.lastDue, fillers));
  }
  return slots;
}
