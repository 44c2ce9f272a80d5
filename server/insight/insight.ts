import { setImmediate as nextTurn } from 'node:timers/promises';
import { sql } from 'kysely';
import type { AnswerOf, QueryOf } from '../../contract/endpoint';
import { MOST_DRAWN, type getInsightPosts, type InsightView } from '../../contract/insight';
import type { Student } from '../../core/course/roster';
import { fairnessOf, type Spread } from '../../core/insight/fairness';
import { localTimeIn } from '../../core/insight/localTime';
import { rhythmOf, stretchOf } from '../../core/insight/rhythm';
import { silenceOf } from '../../core/insight/silence';
import { betweenParts, talkOf } from '../../core/insight/talk';
import type { Written } from '../../core/insight/written';
import { writingOf } from '../../core/insight/writing';
import { addDays, mondayOf } from '../../core/time/calendarDay';
import { toWallClock } from '../../core/time/wallClock';
import { agreementIn, readingsOf } from '../course/scores/readings';
import { whatIsRead } from '../course/access/whatIsRead';
import type { CourseSetup } from '../course/setup/courseCache';
import { studentsOf, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { classAttainment } from '../outcomes/attainment';
import { counting, type ForumCounts } from './forumCounts';
import { givenScores } from './givenScores';
import { MissedTally } from './missedForums';
import { writtenIn } from './writtenPosts';

/** What of a course is looked at. */
export interface Scope {
  /** One forum alone. */
  readonly forum?: string | undefined;
  /** Students of one section alone. */
  readonly section?: string | undefined;
}

/** Mondays of the class weeks of a term so far. */
function weeksSoFar(setup: CourseSetup, now: number): string[] {
  const dayOf = (at: number) => toWallClock(at, setup.zone).slice(0, 10);
  const last = mondayOf(dayOf(Math.min(now, setup.termEnd - 1)));
  const weeks: string[] = [];
  for (let week = mondayOf(dayOf(setup.termStart)); week <= last; week = addDays(week, 7))
    if (!setup.freeWeeks.includes(week)) weeks.push(week);
  return weeks;
}

function inScope(course: InCourse, { section }: Scope): Student[] {
  return studentsOf(course).filter(({ sectionId }) => section === undefined || sectionId === section);
}

/** The parts in which who talks with whom is told: sections, else the groups of the plan that most belong to. */
function partsOf(setup: CourseSetup, students: readonly Student[]) {
  const groupsOf = (planId: string) =>
    new Map(
      students.flatMap(({ id, groupIds }) => {
        const own = groupIds.find((group) => setup.groups.get(group)?.planId === planId);
        return own === undefined ? [] : [[id, own] as const];
      }),
    );
  const plans = setup.groupPlans.map(({ id }) => groupsOf(id)).sort((a, b) => b.size - a.size);
  const groupOf = plans[0] ?? new Map<string, string>();
  const sectionOf = new Map(
    students.flatMap(({ id, sectionId }) => (sectionId === null ? [] : [[id, sectionId] as const])),
  );
  const bySection = new Set(sectionOf.values()).size > 1;
  const partOf = bySection ? sectionOf : groupOf;
  const titles = bySection
    ? setup.sections
    : [...setup.groups.values()].map(({ id, title }) => ({ id, title }));
  const sizes = new Map<string, number>();
  for (const part of partOf.values()) sizes.set(part, (sizes.get(part) ?? 0) + 1);
  const parts = titles
    .filter(({ id }) => sizes.has(id))
    .map(({ id, title }) => ({ id, title, size: sizes.get(id)! }));
  return { groupOf, sectionOf, partOf, parts };
}

/** Students so that those of one section, and in it of one group, stand together. */
function inBlocks(
  setup: CourseSetup,
  students: readonly Student[],
  groupOf: ReadonlyMap<string, string>,
): Student[] {
  const sections = new Map(setup.sections.map(({ id }, index) => [id, index]));
  const groups = new Map([...setup.groups.keys()].map((id, index) => [id, index]));
  const order = ({ id, sectionId }: Student) =>
    (sections.get(sectionId ?? '') ?? sections.size) * 10_000 + (groups.get(groupOf.get(id) ?? '') ?? 9999);
  return [...students].sort((a, b) => order(a) - order(b));
}

async function visitsByWeek(db: Db, setup: CourseSetup, scope: Scope) {
  if (!setup.visits) return null;
  let rows = db
    .selectFrom('visit')
    .innerJoin('forum', 'forum.id', 'visit.forum_id')
    .select(['visit.student_id', 'visit.day', 'visit.visits'])
    .where('forum.course_id', '=', setup.id);
  if (scope.forum !== undefined) rows = rows.where('visit.forum_id', '=', scope.forum);
  const found = new Map<string, Map<string, number>>();
  for (const { student_id, day, visits } of await rows.execute()) {
    const own = found.get(student_id) ?? new Map<string, number>();
    own.set(mondayOf(day), (own.get(mondayOf(day)) ?? 0) + visits);
    found.set(student_id, own);
  }
  return found;
}

async function agreements(db: Db, setup: CourseSetup, forumIds: ReadonlySet<string>) {
  const found: InsightView['fairness']['agreement'] = [];
  for (const { id, forumId } of setup.gradebook.items) {
    const evaluation = forumId === null ? null : setup.forums.get(forumId)?.evaluation;
    if (forumId === null || !evaluation?.secondReading || !forumIds.has(forumId)) continue;
    const agreement = agreementIn(await readingsOf(db, id), evaluation.maximum);
    if (agreement.pairs > 0)
      found.push({ forumId, forum: setup.cards.get(forumId)!.title, maximum: evaluation.maximum, agreement });
  }
  return found;
}

/** The version of a post that everyone reads: the one before a change that is not approved, else the newest. (rules §4) */
const readVersion = sql<number>`coalesce(
  (SELECT CASE WHEN state <> 'approved' THEN standing END FROM approval
    WHERE approval.post_id = revision.post_id ORDER BY at DESC, rowid DESC LIMIT 1),
  (SELECT max(number) FROM revision AS newest WHERE newest.post_id = revision.post_id))`;

/** How posts begin, by their ids, in the version that everyone reads. */
async function openings(db: Db, ids: readonly string[]): Promise<ReadonlyMap<string, string>> {
  if (ids.length === 0) return new Map();
  const rows = await db
    .selectFrom('revision')
    .select(['post_id', 'text'])
    .where('post_id', 'in', ids)
    .where('number', '=', readVersion)
    .execute();
  return new Map(
    rows.map(({ post_id, text }) => [post_id, text.length > 160 ? `${text.slice(0, 159).trimEnd()}…` : text]),
  );
}

/** The forum in which posting opened last, of those that ask for something. */
function writtenAbout(setup: CourseSetup, now: number): InsightView['about'] {
  const open = [...setup.forums.values()]
    .filter(({ status, required }) => status === 'published' && required.initialRequired + required.posts > 0)
    .map(({ id, schedule }) => ({ id, from: schedule.postingFrom ?? schedule.visibleFrom ?? 0 }))
    .filter(({ from }) => from <= now)
    .sort((a, b) => b.from - a.from);
  const [last] = open;
  return last ? { id: last.id, title: setup.cards.get(last.id)!.title } : null;
}

const HOURS: Readonly<Record<string, string>> = {
  night: 'before 06:00',
  morning: '06:00 to 12:00',
  afternoon: '12:00 to 18:00',
  evening: 'after 18:00',
};

/** The five questions of Insight, answered for the students a member of staff works with. (rules §11) */
export async function insight(db: Db, course: InCourse, scope: Scope, now: number): Promise<InsightView> {
  const { setup } = course;
  const localTime = localTimeIn(setup.zone);
  const weeks = weeksSoFar(setup, now);
  const students = inScope(course, scope);
  const own = new Set(students.map(({ id }) => id));
  const forums = [...setup.forums.values()].filter(({ status }) => status === 'published');
  const forumIds = new Set(forums.filter(({ id }) => (scope.forum ?? id) === id).map(({ id }) => id));
  const { groupOf, partOf, parts } = partsOf(setup, students);
  const missed = await MissedTally.of(db, setup, students, now);
  const counted: ForumCounts[] = [];
  const count = counting(db, course, students, localTime, now);
  for (const forum of forums) {
    const counts = await count(forum);
    await missed.add(forum, counts);
    if (forumIds.has(forum.id)) counted.push(counts);
    await nextTurn();
  }
  const talk = talkOf(
    inBlocks(setup, students, groupOf),
    counted.map(({ answers }) => answers),
    groupOf,
  );
  const partPlace = new Map(parts.map(({ id }, index) => [id, index]));
  const writing = writingOf(
    counted.map((each) => each.writing),
    weeks,
  );
  const begins = await openings(
    db,
    writing.branches.map(({ postId }) => postId),
  );
  const fairness = fairnessOf(await givenScores(db, setup, own, forumIds, localTime));
  const titled = (spreads: readonly Spread[], titleOf: (key: string) => string) =>
    spreads.map((each) => ({ ...each, title: titleOf(each.key) }));
  const nameOf = (id: string) => setup.names.get(id)?.name ?? 'Someone';
  const evaluators = new Set(fairness.byEvaluator.map(({ key }) => key));
  // Outcomes are those of the whole class, and stand beside nothing less.
  const isWhole = scope.forum === undefined && scope.section === undefined;
  const outcomes = isWhole ? (await classAttainment(db, course)).outcomes : [];
  return {
    about: writtenAbout(setup, now),
    names: [...setup.names.values()].filter(({ id }) => own.has(id) || evaluators.has(id)),
    silence: silenceOf({
      ...{ students, weeks, zone: setup.zone, missed: missed.result() },
      activity: counted.map(({ activity }) => activity),
      visits: await visitsByWeek(db, setup, scope),
    }),
    talk: {
      ...talk,
      pairs: talk.people.length > MOST_DRAWN ? [] : talk.pairs,
      parts,
      partPairs: betweenParts(talk, parts, partOf),
      partOf: talk.people.map(({ id }) => partPlace.get(partOf.get(id) ?? '') ?? null),
    },
    rhythm: rhythmOf(
      counted.map((each) => each.rhythm),
      now,
    ),
    writing: {
      ...writing,
      branches: writing.branches.map((branch) => ({
        ...branch,
        forum: setup.cards.get(branch.forumId)!.title,
        opening: begins.get(branch.postId) ?? '',
      })),
    },
    fairness: {
      scores: fairness.scores,
      late: fairness.late,
      told: fairness.told,
      byEvaluator: titled(fairness.byEvaluator, nameOf),
      bySection: titled(
        fairness.bySection,
        (id) => setup.sections.find((section) => section.id === id)?.title ?? 'no section',
      ),
      byCriterion: titled(fairness.byCriterion, (title) => title),
      byHour: titled(fairness.byHour, (part) => HOURS[part]!),
      agreement: await agreements(db, setup, forumIds),
      outcomes: outcomes.map(({ code, text, students: known, mean }) => ({
        code,
        text,
        students: known,
        mean,
      })),
    },
  };
}

type Filter = QueryOf<typeof getInsightPosts>;

function isMeant(filter: Filter, answered: ReadonlySet<string>, localTime: ReturnType<typeof localTimeIn>) {
  return (post: Written): boolean => {
    const { authorId, byStaff, answers, at, parentId, id, readers } = post;
    if (byStaff) return false;
    if (filter.author !== undefined && authorId !== filter.author) return false;
    if (
      filter.answered !== undefined &&
      (answers?.authorId !== filter.answered || authorId === filter.answered)
    )
      return false;
    const local = localTime(at);
    if (filter.week !== undefined && local.week !== filter.week) return false;
    if (filter.weekday !== undefined && local.weekday !== filter.weekday) return false;
    if (filter.hour !== undefined && local.hour !== filter.hour) return false;
    if (filter.unanswered && (parentId !== null || readers === 'staff' || answered.has(id))) return false;
    return filter.due === undefined || stretchOf(post) === filter.due;
  };
}

const MOST_POSTS = 100;

/** The posts behind a part of a picture, the newest first. */
export async function postsBehind(
  db: Db,
  course: InCourse,
  filter: Filter,
  now: number,
): Promise<AnswerOf<typeof getInsightPosts>> {
  const { setup } = course;
  const own = new Set(inScope(course, filter).map(({ id }) => id));
  const found: Written[] = [];
  for (const forum of setup.forums.values()) {
    if (forum.status !== 'published' || (filter.forum ?? forum.id) !== forum.id) continue;
    const { posts } = await writtenIn(db, setup, forum);
    const byId = new Map(posts.map((post) => [post.id, post]));
    const answered = new Set(
      posts.flatMap(({ threadId, authorId, parentId }) =>
        parentId !== null && byId.get(threadId)?.authorId !== authorId ? [threadId] : [],
      ),
    );
    const meant = isMeant(filter, answered, localTimeIn(setup.zone));
    const mayKnow = await whatIsRead(db, course, forum.id, now);
    found.push(...posts.filter((post) => own.has(post.authorId) && meant(post) && mayKnow(post.id)));
  }
  const shown = found.sort((a, b) => b.at - a.at).slice(0, MOST_POSTS);
  const begins = await openings(
    db,
    shown.map(({ id }) => id),
  );
  return {
    of: found.length,
    posts: shown.map(({ id, forumId, authorId, at, words }) => ({
      id,
      forumId,
      forum: setup.cards.get(forumId)!.title,
      author: setup.names.get(authorId)!,
      at,
      words,
      opening: begins.get(id) ?? '',
    })),
  };
}
