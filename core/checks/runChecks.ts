import { asked } from '../terms/asked';
import { inAudience } from '../terms/audience';
import { resolveTerms, type ResolvedTerms } from '../terms/resolveTerms';
import type { Forum } from '../course/forum';
import { toClassDay } from '../plan/classDays';
import type { Instant } from '../time/instant';
import type { Alike, Check, CheckContext, Finding, Member } from './check';
import { crowdedDueDates } from './crowdedDueDates';
import { dueBeforePosting } from './dueBeforePosting';
import { dueInClockChange } from './dueInClockChange';
import { dueOnFreeDay } from './dueOnFreeDay';
import { dueOutsidePosting } from './dueOutsidePosting';
import { dueOutsideTerm } from './dueOutsideTerm';
import { emptyAudience } from './emptyAudience';
import { emptyPrompt } from './emptyPrompt';
import { enrolledAfterDue } from './enrolledAfterDue';
import { inNoGroup } from './inNoGroup';
import { initialAfterOthersReplies } from './initialAfterOthersReplies';
import { noQuestions } from './noQuestions';
import { outsideCategory } from './outsideCategory';
import { partsDoNotAddUp } from './partsDoNotAddUp';
import { postingAfterInvisible } from './postingAfterInvisible';
import { prerequisiteCycle } from './prerequisiteCycle';
import { prerequisiteTooLate } from './prerequisiteTooLate';
import { partFaults } from './partFaults';
import { placed, repaired, repairOf, type Repair } from './repairs';
import { repliesTooSoon } from './repliesTooSoon';
import { namesShowAnyway } from './namesShowAnyway';
import { reviewsAfterInvisible } from './reviewsAfterInvisible';
import { reviewsTooSoon } from './reviewsTooSoon';
import { reviewsWithoutDate } from './reviewsWithoutDate';
import { tooFewToReview } from './tooFewToReview';
import { sealWithoutInitial } from './sealWithoutInitial';
import { spaceTooSmall } from './spaceTooSmall';
import { tooFewCanPost } from './tooFewCanPost';
import { unitOutOfOrder } from './unitOutOfOrder';
import { windowEndsBeforeStart } from './windowEndsBeforeStart';
import { worseTerms } from './worseTerms';

const CHECKS: readonly Check[] = [
  windowEndsBeforeStart,
  dueBeforePosting,
  prerequisiteCycle,
  partsDoNotAddUp,
  partFaults,
  emptyAudience,
  noQuestions,
  emptyPrompt,
  dueOutsidePosting,
  postingAfterInvisible,
  repliesTooSoon,
  initialAfterOthersReplies,
  worseTerms,
  sealWithoutInitial,
  dueInClockChange,
  dueOutsideTerm,
  dueOnFreeDay,
  crowdedDueDates,
  spaceTooSmall,
  tooFewCanPost,
  inNoGroup,
  prerequisiteTooLate,
  unitOutOfOrder,
  enrolledAfterDue,
  outsideCategory,
  reviewsWithoutDate,
  reviewsTooSoon,
  reviewsAfterInvisible,
  tooFewToReview,
  namesShowAnyway,
];

/** What {@link runChecks} needs; the members are worked out from the course. */
export type CheckInput = Omit<CheckContext, 'members' | 'alike' | 'unit' | 'term' | 'hasPrompt'> &
  Partial<Pick<CheckContext, 'unit' | 'term' | 'hasPrompt'>>;

/**
 * What is going to go wrong with a forum: every finding of every check, errors first. A draft is read as if it were
 * published. Dates are the resolved ones of every student of the audience. (rules §8)
 */
export function runChecks(input: CheckInput): Finding[] {
  const { findings, members, forum } = findIn(input);
  // The other forums stay as they are, and what was worked out of them with them.
  const unit = input.unit ?? [];
  const check = (repair: Repair) =>
    findIn({ ...input, forum: repaired(forum, repair), unit: placed(unit, forum, repair) }).findings;
  const { freeDays } = input;
  const classDay = (at: Instant) => (freeDays ? toClassDay(at, input.course.zone, freeDays) : at);
  const mended = findings.map((found) =>
    REPAIRED.has(found.code)
      ? withRepair(found, () => repairOf(forum, found, members, unit, findings, check, classDay))
      : found,
  );
  return [...mended.filter((f) => f.severity === 'error'), ...mended.filter((f) => f.severity === 'warning')];
}

/** A finding whose repair is looked for when someone asks for it: trying what would settle it takes longer than finding it. */
function withRepair(found: Finding, look: () => Repair | null): Finding {
  let known: { readonly repair: Repair | null } | null = null;
  return {
    ...found,
    get repair() {
      known ??= { repair: look() };
      return known.repair;
    },
  };
}

/** The findings for which a repair is looked for. */
const REPAIRED = new Set([
  'dueOutsidePosting',
  'dueOnFreeDay',
  'postingAfterInvisible',
  'crowdedDueDates',
  'unitOutOfOrder',
]);

/** Everything the checks find in a forum, with whom it was asked of. */
function findIn(input: CheckInput): { findings: Finding[]; members: readonly Member[]; forum: Forum } {
  const forum = { ...input.forum, status: 'published' as const };
  const members: Member[] = [];
  const byTerms = new Map<ResolvedTerms, [Member, ...Member[]]>();
  for (const student of input.course.students.values()) {
    if (student.removed || !inAudience(forum, student)) continue;
    const terms = resolveTerms(forum, student);
    const member = { student, terms, ask: asked(forum, student, terms, input.course.groups) };
    members.push(member);
    const alike = byTerms.get(terms);
    if (alike) alike.push(member);
    else byTerms.set(terms, [member]);
  }
  const alike = [...byTerms].map(([terms, members]): Alike => ({ terms, members }));
  const { unit = [], term = null, hasPrompt = true } = input;
  const context: CheckContext = { ...input, forum, members, alike, unit, term, hasPrompt };
  return { findings: CHECKS.flatMap((check) => check(context)), members, forum };
}
