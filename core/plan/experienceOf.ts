import { asked, type NotAskedReason } from '../terms/asked';
import { inAudience } from '../terms/audience';
import { pairingAt } from '../terms/pairingAt';
import { resolveTerms } from '../terms/resolveTerms';
import { reviewingClosesAt, reviewsDate } from '../terms/reviewsDate';
import { sealLiftsAt } from '../access/seal';
import { spaceOf } from '../terms/space';
import type { CourseData } from '../course/courseData';
import type { Basis } from '../course/evaluation';
import type { Forum } from '../course/forum';
import type { Pairing, ReviewNames, ReviewReceived } from '../course/reviewSettings';
import type { Student } from '../course/roster';
import { slotsOf } from '../scoring/kinds/basis';
import { fillSlots } from '../participation/fillSlots';
import { divideRounded, WHOLE, type Points } from '../course/points';
import type { Instant } from '../time/instant';

/** One thing a student will live through in a forum. Instants in UTC ms, points in hundredths. */
export type Experience =
  | { readonly code: 'notAsked'; readonly at: null; readonly reason: NotAskedReason }
  | {
      readonly code: 'appears';
      readonly at: Instant | null;
      readonly posts: number;
      readonly reviews: number;
      readonly initial: boolean;
    }
  | { readonly code: 'postingOpens'; readonly at: Instant }
  | {
      readonly code: 'sealed';
      readonly at: Instant | null;
      readonly classmates: number;
      /** How many questions are each sealed on their own; 0 where the forum is sealed as a whole. */
      readonly questions: number;
      readonly words: number;
      readonly lifts: Instant | null;
    }
  | {
      readonly code: 'initialDue';
      readonly at: Instant;
      readonly words: number;
      readonly late: LateCost;
      readonly gate: 'none' | 'replies' | 'whole';
      readonly accepted: boolean;
    }
  | {
      readonly code: 'repliesDue';
      readonly at: Instant | null;
      readonly replies: number;
      readonly different: number;
      readonly words: number;
      readonly late: LateCost;
      readonly accepted: boolean;
    }
  | {
      readonly code: 'postsDue';
      readonly at: Instant | null;
      readonly posts: number;
      readonly words: number;
      readonly journal: boolean;
    }
  /** Who reviews whom is decided; `byHand` by staff. */
  | { readonly code: 'paired'; readonly at: Instant | null; readonly pairing: Pairing }
  | {
      readonly code: 'reviewsDue';
      readonly at: Instant | null;
      readonly reviews: number;
      readonly words: number;
      readonly guided: boolean;
      readonly names: ReviewNames;
      readonly received: ReviewReceived;
      readonly late: LateCost;
      /** Until when reviews are taken after they were due; null: for as long as the forum is there; the date itself where none are. */
      readonly closes: Instant | null;
    }
  | { readonly code: 'sealLifts' | 'postingCloses'; readonly at: Instant }
  | {
      readonly code: 'disappears';
      readonly at: Instant;
      readonly before: 'initialDue' | 'repliesDue' | 'reviewsDue' | 'postingCloses' | null;
    }
  | {
      readonly code: 'ready';
      readonly at: Instant | null;
      readonly when: Forum['ready']['when'];
      readonly posts: number;
      readonly reviews: number;
    };

/** What a day late costs of the points that hang on a date; null where nothing is lost. */
export type LateCost =
  | null
  | { readonly kind: 'noCredit' }
  | { readonly kind: 'perDay'; readonly aDay: Points; readonly atMost: Points; readonly of: Points };

function lateCost(
  forum: Forum,
  basis: Exclude<Basis, 'whole'>,
  slots: ReturnType<typeof fillSlots>,
): LateCost {
  const { evaluation } = forum;
  if (evaluation === null || evaluation.lateness.kind === 'none') return null;
  if (evaluation.lateness.kind === 'noCredit') return { kind: 'noCredit' };
  const { percent, atMost } = evaluation.lateness;
  let of = 0;
  for (const part of evaluation.parts) {
    const all = slotsOf(part.basis, slots).length;
    const mine = slotsOf(part.basis, slotsOf(basis, slots)).length;
    if (all > 0) of += divideRounded(part.maximum * mine, all);
  }
  if (of === 0) return null;
  return {
    kind: 'perDay',
    aDay: divideRounded(of * percent, WHOLE),
    atMost: divideRounded(of * Math.min(atMost, WHOLE), WHOLE),
    of,
  };
}

/**
 * What one student will see in a forum, in order of time: when it appears, what is sealed and what unseals
 * it, what is due and what lateness costs, when it closes or disappears, and when they come up for evaluation. A draft
 * is told as if it were published. (rules §2 to §6)
 *
 * @param forum the forum as it is planned; it need not be saved
 */
export function experienceOf(course: CourseData, planned: Forum, student: Student): Experience[] {
  const forum: Forum = { ...planned, status: 'published', prerequisites: planned.prerequisites };
  const terms = resolveTerms(forum, student);
  const ask = asked(forum, student, terms, course.groups);
  if (ask.notAsked !== null) return [{ code: 'notAsked', at: null, reason: ask.notAsked }];
  const { dates, numbers } = terms;
  const slots = fillSlots(forum, terms, ask, [], -Infinity);
  const posts = slots.filter(({ kind }) => kind !== 'review').length;
  const reviews = slots.length - posts;
  const steps: Experience[] = [
    { code: 'appears', at: dates.visibleFrom, posts, reviews, initial: numbers.initialRequired > 0 },
  ];
  const opens = dates.postingFrom;
  if (opens !== null && (dates.visibleFrom === null || opens > dates.visibleFrom))
    steps.push({ code: 'postingOpens', at: opens });
  const space = spaceOf(forum, student, course.groups);
  if (forum.seal !== null) {
    let classmates = 0;
    for (const other of course.students.values()) {
      if (other.id === student.id || other.removed || !inAudience(forum, other)) continue;
      if (spaceOf(forum, other, course.groups) === space) classmates++;
    }
    steps.push({
      code: 'sealed',
      at: opens ?? dates.visibleFrom,
      classmates,
      words: terms.sealMinWords,
      questions:
        forum.openings === 'answerQuestions' ? forum.questions.filter(({ retired }) => !retired).length : 0,
      lifts: sealLiftsAt(forum, terms),
    });
  }
  const accepted = forum.allowed.postAfterDue;
  if (ask.initialDue !== null && numbers.initialRequired > 0) {
    steps.push({
      code: 'initialDue',
      at: ask.initialDue,
      words: numbers.initialMinWords,
      late: lateCost(forum, 'initial', slots),
      gate: forum.evaluation?.gate ?? 'none',
      accepted,
    });
  }
  if (numbers.replies > 0) {
    steps.push({
      code: 'repliesDue',
      at: ask.repliesDue,
      replies: numbers.replies,
      different: numbers.different,
      words: numbers.replyMinWords,
      late: ask.repliesDue === null ? null : lateCost(forum, 'replies', slots),
      accepted,
    });
  }
  if (numbers.posts > 0) {
    steps.push({
      code: 'postsDue',
      at: ask.lastDue,
      posts: numbers.posts,
      words: numbers.postMinWords,
      journal: forum.readers === 'staff',
    });
  }
  const { review } = forum;
  if (review !== null && numbers.reviews > 0) {
    steps.push(
      { code: 'paired', at: pairingAt(forum), pairing: review.pairing },
      {
        code: 'reviewsDue',
        at: reviewsDate(forum, terms),
        reviews: numbers.reviews,
        words: review.minWords,
        guided: review.guide !== null,
        names: review.names,
        received: review.received,
        late: ask.reviewsDue === null ? null : lateCost(forum, 'reviews', slots),
        closes: reviewingClosesAt(forum, terms),
      },
    );
  }
  const lifts = sealLiftsAt(forum, terms);
  if (lifts !== null && (dates.postingUntil === null || forum.seal?.lift !== 'whenPostingCloses')) {
    steps.push({ code: 'sealLifts', at: lifts });
  }
  const { postingUntil, visibleUntil } = dates;
  if (postingUntil !== null && (visibleUntil === null || postingUntil <= visibleUntil)) {
    steps.push({ code: 'postingCloses', at: postingUntil });
  }
  if (dates.visibleUntil !== null) {
    const gone = dates.visibleUntil;
    const lost = (at: Instant | null) => at !== null && at > gone;
    const before = lost(ask.repliesDue)
      ? 'repliesDue'
      : numbers.reviews > 0 && lost(reviewsDate(forum, terms))
        ? 'reviewsDue'
        : lost(ask.initialDue)
          ? 'initialDue'
          : dates.postingUntil === null || lost(dates.postingUntil)
            ? 'postingCloses'
            : null;
    steps.push({ code: 'disappears', at: gone, before });
  }
  const inOrder = steps
    .map((step, index) => ({ step, index, at: step.at ?? (index < 3 ? -Infinity : Infinity) }))
    .sort((a, b) => (a.at === b.at ? a.index - b.index : a.at - b.at))
    .map(({ step }) => step);
  if (forum.evaluation !== null) {
    const reviewed = reviews > 0 ? reviewsDate(forum, terms) : null;
    const posted = ask.lastDue ?? dates.postingUntil;
    const last = reviewed === null || posted === null ? posted : Math.max(posted, reviewed);
    const at = forum.ready.afterLastDue ? last : null;
    inOrder.push({ code: 'ready', at, when: forum.ready.when, posts, reviews });
  }
  return inOrder;
}
