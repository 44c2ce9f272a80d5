import { mayDo } from '../../core/access/mayDo';
import { sealLiftsAt } from '../../core/access/seal';
import { sealedCount } from '../../core/access/readable';
import { resolveTerms, type ResolvedTerms } from '../../core/terms/resolveTerms';
import { isWaiting } from '../../core/moderate/inTheWay';
import { marksAnswers } from '../../core/moderate/marksAnswers';
import type { Post } from '../../core/course/post';
import { participationOf } from '../../core/participation/participationOf';
import { usesOf } from '../../core/participation/usesOf';
import type { ForumView } from '../../contract/discuss';
import { ATTACHMENT_KINDS } from '../../contract/forumSettings';
import { worksWith, type InCourse } from '../course/setup/inCourse';
import type { CourseSetup, ForumCard } from '../course/setup/courseCache';
import { statement } from '../db/statement';
import type { Db } from '../db/open';
import { openForum, type OpenForum } from '../course/access/openForum';
import { draftsOf } from './drafts';
import { postBodies } from './postBodies';
import { evidenceMarks } from '../evidence/evidence';
import { countReported } from './reports';
import { authorsOf, postLines, withTheirAuthors } from './postLines';

/** How many texts come with a forum; the others are fetched when they are laid out. */
const FIRST_BODIES = 30;

function sealedFor(opened: OpenForum, terms: ResolvedTerms): ForumView['sealed'] {
  const { access, forum } = opened;
  if (access.kind === 'staff' || access.sealed === 'none' || forum.seal === null) return null;
  const { lift } = forum.seal;
  const liftsAt = sealLiftsAt(forum, terms);
  const lifts =
    lift === 'never' || liftsAt === null
      ? 'never'
      : lift === 'whenPostingCloses'
        ? 'posting'
        : lift === 'atInitialDue'
          ? 'initialDue'
          : 'at';
  return {
    posts: sealedCount(access, [...opened.placed.values()]),
    minWords: terms.sealMinWords,
    liftsAt,
    lifts,
  };
}

function conditionWords(condition: { kind: string; atLeast?: number }): string {
  if (condition.kind === 'score') return `a released score of at least ${(condition.atLeast ?? 0) / 100} %`;
  return condition.kind === 'initialPosts' ? 'your initial post' : 'all required posts';
}

/** The title of another forum where this student may know of it. */
export function unmetFor(setup: CourseSetup, opened: OpenForum): ForumView['unmet'] {
  const { access } = opened;
  if (access.kind === 'staff' || access.reason.code !== 'prerequisites') return [];
  return access.reason.unmet.map((prerequisite) => ({
    forumId: prerequisite.forumId,
    title: setup.cards.get(prerequisite.forumId)?.title ?? '',
    condition: conditionWords(prerequisite.condition),
  }));
}

/** The questions of a forum, each with what its own seal keeps back. */
export function questionsFor(opened: OpenForum, card: ForumCard): ForumView['questions'] {
  const { access, forum } = opened;
  if (forum.openings !== 'answerQuestions') return [];
  const sealed = access.kind === 'student' && Array.isArray(access.sealed) ? access.sealed : [];
  const places = [...opened.placed.values()];
  return forum.questions.map(({ id, retired }) => ({
    id,
    html: card.questionHtml.get(id) ?? '',
    retired,
    sealed: sealed.includes(id),
    sealedPosts: sealedCount(
      access,
      places.filter(({ questionId }) => questionId === id),
    ),
  }));
}

/** The sections, groups or journals a person may look into, each with how many posts they may read there. */
function spacesFor(opened: OpenForum, course: InCourse): ForumView['spaces'] {
  const { forum, access, placed, sees } = opened;
  const { setup } = course;
  if (forum.readers === 'class') return [];
  const counts = new Map<string, number>();
  for (const place of placed.values())
    if (place.spaceId !== null && sees.get(place.id) === 'text' && !place.removed)
      counts.set(place.spaceId, (counts.get(place.spaceId) ?? 0) + 1);
  const all =
    forum.readers === 'section'
      ? setup.sections.map(({ id, title }) => ({ id, title }))
      : forum.readers === 'group'
        ? [...setup.groups.values()].filter(({ planId }) => planId === forum.groupPlanId)
        : [...setup.names.values()]
            .filter(
              ({ id }) => setup.students.has(id) && (counts.has(id) || !setup.students.get(id)!.removed),
            )
            .map(({ id, name }) => ({ id, title: name }));
  const mine = access.kind === 'student' ? access.spaceId : null;
  return all
    .filter(({ id }) =>
      access.kind === 'student'
        ? id === mine || (forum.readers !== 'staff' && access.otherSpaces)
        : forum.readers !== 'staff' || worksWith(course, id),
    )
    .map(({ id, title }) => ({ id, title, posts: counts.get(id) ?? 0, mine: id === mine }));
}

/** The sections and groups that the authors of some posts are in. */
function groupingsFor(setup: CourseSetup, posts: Iterable<Post>): ForumView['groupings'] {
  const authors = [...new Set([...posts].map(({ authorId }) => authorId))].flatMap(
    (id) => setup.students.get(id) ?? [],
  );
  const of = (kind: 'section' | 'group', id: string, title: string) => ({
    id,
    title,
    kind,
    people: authors
      .filter((student) => (kind === 'section' ? student.sectionId === id : student.groupIds.includes(id)))
      .map((student) => student.id),
  });
  return [
    ...setup.sections.map(({ id, title }) => of('section', id, title)),
    ...[...setup.groups.values()].map(({ id, title }) => of('group', id, title)),
  ].filter(({ people }) => people.length > 0);
}

/** What staff have to look after in a forum, in numbers. */
async function careFor(db: Db, course: InCourse, opened: OpenForum, now: number): Promise<ForumView['care']> {
  if (course.person.kind === 'student') return null;
  let waiting = 0;
  for (const post of opened.posts.values())
    if (post.approvals.length > 0 && isWaiting(post, now) && opened.sees.has(post.id))
      if (!opened.placed.get(post.id)!.removed) waiting++;
  const reported = await countReported(db, opened, now);
  return { waiting, reported, marked: (await evidenceMarks(db, course, opened, now)).size };
}

const followOf = statement((db, at: { me: string; forumId: string }) =>
  db.selectFrom('follow').select('since').where('person_id', '=', at.me).where('forum_id', '=', at.forumId),
);

async function follows(db: Db, course: InCourse, forumId: string): Promise<boolean> {
  if (course.vantage) return false;
  return (await followOf(db, { me: course.person.id, forumId })).length > 0;
}

/**
 * A forum as one person receives it: only what {@link openForum} says they may.
 *
 * @param changed brings only these posts, with what else of their authors' posts may have changed by them; those that are
 * not there for the person are left out, without a word
 */
export async function forumView(
  db: Db,
  course: InCourse,
  forumId: string,
  now: number,
  changed: readonly string[] | null = null,
): Promise<ForumView> {
  const opened = await openForum(db, course, forumId, now);
  const { forum, access } = opened;
  const { setup, person } = course;
  const card = setup.cards.get(forumId)!;
  const isStaff = person.kind === 'staff';
  const student = person.kind === 'student' ? setup.students.get(person.id)! : null;
  const participation = student ? participationOf(opened.data, forum, student, now) : null;
  const terms = participation?.terms ?? resolveTerms({ ...forum, ownTerms: [] }, { ...nobody });
  const own = [...opened.placed.values()].filter((place) => place.authorId === person.id);
  const locked = access.kind === 'student' && access.phase === 'locked';

  const only = changed === null ? null : withTheirAuthors(opened, changed);
  const posts = await postLines(db, course, opened, now, only);
  const first = changed ?? posts.slice(0, FIRST_BODIES).map((post) => post.id);

  const { dates, numbers } = terms;
  return {
    id: forumId,
    title: card.title,
    unitId: card.unitId,
    status: forum.status,
    frozen: forum.frozen,
    phase: access.kind === 'student' ? access.phase : null,
    reason: access.kind === 'student' ? withoutPrerequisites(access.reason) : null,
    openings: forum.openings,
    readers: forum.readers,
    threading: card.rules.threading,
    hold: forum.hold,
    questions: locked ? [] : questionsFor(opened, card),
    spaces: locked ? [] : spacesFor(opened, course),
    unmet: unmetFor(setup, opened),
    promptHtml: locked ? '' : card.promptHtml,
    dates: {
      postingFrom: dates.postingFrom,
      postingUntil: dates.postingUntil,
      visibleUntil: dates.visibleUntil,
      initialDue: participation ? participation.initialDue : dates.initialDue,
      repliesDue: participation ? participation.repliesDue : dates.repliesDue,
      reviewsDue: participation ? participation.reviewsDue : dates.reviewsDue,
    },
    required: numbers,
    hears:
      forum.allowed.attach &&
      card.rules.allowed.attachments.kinds.some((kind) => kind === 'audio' || kind === 'video'),
    feed: card.rules.feed,
    reviews: forum.review !== null,
    questionsRequired: forum.openings === 'answerQuestions' ? forum.required.questions : null,
    recommended: card.rules.recommended,
    sealed: sealedFor(opened, terms),
    marksAnswers: isStaff && marksAnswers(forum),
    hasSeal: forum.seal !== null,
    scoring:
      forum.evaluation === null || locked
        ? null
        : { maximum: forum.evaluation.maximum, parts: [...forum.evaluation.parts] },
    slots: participation ? [...participation.slots] : [],
    me: person.id,
    followed: await follows(db, course, forumId),
    care: await careFor(db, course, opened, now),
    people: authorsOf(posts, setup.names),
    groupings: isStaff ? groupingsFor(setup, opened.posts.values()) : [],
    uses: student ? usesOf(opened.data, forum, student, now) : [],
    posts,
    bodies: await postBodies(db, course, opened, first, now),
    attach: isStaff
      ? { kinds: [...ATTACHMENT_KINDS], number: 20, megabytes: 100 }
      : forum.allowed.attach
        ? card.rules.allowed.attachments
        : null,
    approve: forum.allowed.approve,
    openThread: mayDo(forum, access, { do: 'openThread', own }, now),
    drafts: await draftsOf(db, course, opened, now),
  };
}

/** Nobody in particular: the forum's own dates and numbers. */
const nobody = {
  id: '',
  sectionId: null,
  groupIds: [],
  enrolledFrom: 0,
  removed: false,
  accommodationMinutes: 0,
};

/** The reason as it is told; which forums are unmet is told in `unmet`, by title. */
function withoutPrerequisites(reason: NonNullable<ForumView['reason']>): NonNullable<ForumView['reason']> {
  return reason.code === 'prerequisites' ? { code: 'prerequisites', unmet: [] } : reason;
}
