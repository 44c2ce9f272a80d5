import {
  DATE_NAMES,
  NUMBER_NAMES,
  type DateName,
  type DateTerm,
  type Forum,
  type NumberName,
  type OwnTerms,
  type RequiredNumbers,
  type ResolvedNumbers,
  type Schedule,
} from '../course/forum';
import type { Id } from '../course/id';
import type { Student } from '../course/roster';
import { MINUTE, type Instant } from '../time/instant';

/** Where a resolved date or number came from. */
export type TermSource =
  | { readonly from: 'forum' }
  | { readonly from: 'accommodation'; readonly level: 'students' }
  | { readonly from: 'ownTerms'; readonly id: Id; readonly level: OwnTerms['targets']['kind'] };

/** What one student ends up with in one forum. Instants in UTC ms, null for no limit. (rules §2) */
export interface ResolvedTerms {
  readonly dates: Schedule;
  readonly numbers: ResolvedNumbers;
  /** Words that unseal for this student, at least 1. (rules §4) */
  readonly sealMinWords: number;
  /** Only what does not come from the forum itself. */
  readonly sources: Partial<Record<DateName | NumberName, TermSource>>;
}

/** From the weakest level to the strongest. */
const LEVELS: readonly OwnTerms['targets']['kind'][] = ['sections', 'groups', 'students'];
/** What is required or not, whatever number says so. */
const ONE_AT_MOST: readonly NumberName[] = ['initialRequired', 'attachment'];
const ACCOMMODATED: readonly DateName[] = ['postingUntil', 'initialDue', 'repliesDue', 'reviewsDue'];

interface Candidate<T> {
  readonly value: T;
  readonly source: TermSource;
}

/** Whether own terms are for a student: by name, by a group of theirs, or by their section. (rules §2) */
export function areFor({ targets: { kind, ids } }: OwnTerms, student: Student): boolean {
  if (kind === 'students') return ids.includes(student.id);
  if (kind === 'groups') return student.groupIds.some((id) => ids.includes(id));
  return student.sectionId !== null && ids.includes(student.sectionId);
}

/**
 * What own terms say of a date, given what the levels below give. (rules §2)
 *
 * @returns undefined where they leave it as it is; null is no limit
 * @example termDate({ plusMinutes: 1440 }, forum.schedule.initialDue)
 */
export function termDate(term: DateTerm | undefined, below: Instant | null): Instant | null | undefined {
  if (term === undefined) return undefined;
  if (term === 'none') return null;
  if ('at' in term) return term.at;
  return below === null ? undefined : below + term.plusMinutes * MINUTE;
}

/** Whether a date is more generous than another: none first, else earliest to open, latest to end. (rules §2) */
export function isMoreGenerous(name: DateName, a: Instant | null, b: Instant | null): boolean {
  if (b === null || a === b) return false;
  if (a === null) return true;
  return name === 'visibleFrom' || name === 'postingFrom' ? a < b : a > b;
}

function resolveDate(
  name: DateName,
  forum: Forum,
  student: Student,
  own: readonly OwnTerms[],
): Candidate<Instant | null> {
  let result: Candidate<Instant | null> = { value: forum.schedule[name], source: { from: 'forum' } };
  for (const level of LEVELS) {
    const below = result.value;
    let best: Candidate<Instant | null> | null = null;
    const consider = (value: Instant | null | undefined, source: TermSource) => {
      if (value === undefined) return;
      if (best === null || isMoreGenerous(name, value, best.value)) best = { value, source };
    };
    for (const terms of own) {
      if (terms.targets.kind === level)
        consider(termDate(terms.dates[name], below), { from: 'ownTerms', id: terms.id, level });
    }
    if (level === 'students' && student.accommodationMinutes > 0 && ACCOMMODATED.includes(name)) {
      consider(termDate({ plusMinutes: student.accommodationMinutes }, below), {
        from: 'accommodation',
        level,
      });
    }
    if (best !== null) result = best;
  }
  return result;
}

function resolveNumber(name: NumberName, forum: Forum, own: readonly OwnTerms[]): Candidate<number | null> {
  let result: Candidate<number | null> = { value: forum.required[name], source: { from: 'forum' } };
  for (const level of LEVELS) {
    let best: Candidate<number> | null = null;
    for (const terms of own) {
      const value = terms.numbers[name];
      if (terms.targets.kind !== level || value === undefined) continue;
      if (best === null || value < (best as Candidate<number>).value) {
        best = { value, source: { from: 'ownTerms', id: terms.id, level } };
      }
    }
    if (best !== null) result = best;
  }
  return result;
}

const NO_SOURCES: ResolvedTerms['sources'] = {};
const plainTerms = new WeakMap<Forum, ResolvedTerms>();

/** The forum's own dates and numbers, the same for everyone without own terms; made once a forum. */
function withoutOwnTerms(forum: Forum): ResolvedTerms {
  let terms = plainTerms.get(forum);
  if (!terms) {
    const { required } = forum;
    terms = finish(forum, forum.schedule, required, NO_SOURCES);
    plainTerms.set(forum, terms);
  }
  return terms;
}

function finish(
  forum: Forum,
  dates: Schedule,
  given: RequiredNumbers,
  sources: ResolvedTerms['sources'],
): ResolvedTerms {
  const numbers = {} as Record<NumberName, number>;
  for (const name of NUMBER_NAMES) numbers[name] = given[name] ?? given.replies;
  numbers.different = Math.min(numbers.different, given.replies);
  for (const name of ONE_AT_MOST) numbers[name] = Math.min(numbers[name], 1);
  // Who owes no post of their own reviews nobody's. (rules §9)
  if (forum.review === null || numbers.initialRequired === 0) numbers.reviews = 0;
  return {
    dates,
    numbers,
    sealMinWords: Math.max(1, forum.seal?.minWords ?? numbers.initialMinWords),
    sources,
  };
}

/**
 * The dates and numbers that hold for one student: for each on its own, the student level is asked first, then group,
 * then section, then the forum; the first level that says anything decides, and of several values there the most
 * generous wins. An accommodation takes part at the student level. (rules §2)
 *
 * @returns the terms, and for everything that does not come from the forum the own terms that decided
 * @example resolveTerms(forum, ines).dates.initialDue
 */
export function resolveTerms(forum: Forum, student: Student): ResolvedTerms {
  if (forum.ownTerms.length === 0 && student.accommodationMinutes <= 0) return withoutOwnTerms(forum);
  let ofForum = resolved.get(forum);
  if (!ofForum) resolved.set(forum, (ofForum = new WeakMap()));
  let terms = ofForum.get(student);
  if (!terms) ofForum.set(student, (terms = resolve(forum, student)));
  return terms;
}

/** Terms already worked out; a forum or a student that changes is a new object. */
const resolved = new WeakMap<Forum, WeakMap<Student, ResolvedTerms>>();

/** Students to whom the same own terms apply, with the same accommodation, share one answer. */
const shared = new WeakMap<Forum, Map<string, ResolvedTerms>>();

function resolve(forum: Forum, student: Student): ResolvedTerms {
  const applied: number[] = [];
  forum.ownTerms.forEach((terms, index) => {
    if (areFor(terms, student)) applied.push(index);
  });
  if (applied.length === 0 && student.accommodationMinutes <= 0) return withoutOwnTerms(forum);
  let answers = shared.get(forum);
  if (!answers) shared.set(forum, (answers = new Map()));
  const key = `${applied.join()} ${student.accommodationMinutes}`;
  let terms = answers.get(key);
  if (!terms) {
    terms = resolveAll(
      forum,
      student,
      applied.map((index) => forum.ownTerms[index]!),
    );
    answers.set(key, terms);
  }
  return terms;
}

function resolveAll(forum: Forum, student: Student, own: readonly OwnTerms[]): ResolvedTerms {
  const sources: Partial<Record<DateName | NumberName, TermSource>> = {};
  const dates = {} as Record<DateName, Instant | null>;
  for (const name of DATE_NAMES) {
    const { value, source } = resolveDate(name, forum, student, own);
    dates[name] = value;
    if (source.from !== 'forum') sources[name] = source;
  }
  const numbers = {} as Record<NumberName, number | null>;
  for (const name of NUMBER_NAMES) {
    const { value, source } = resolveNumber(name, forum, own);
    numbers[name] = value;
    if (source.from !== 'forum') sources[name] = source;
  }
  return finish(forum, dates, numbers as RequiredNumbers, sources);
}
