import { fromJson } from '../db/json';
import { isLate } from '../../core/time/dueDate';
import { accessTo } from '../../core/access/accessTo';
import { mayRead, postsInPlace } from '../../core/access/mayRead';
import type { CourseData } from '../../core/course/courseData';
import { participationOf } from '../../core/participation/participationOf';
import { isMade } from '../../core/participation/slot';
import { plainText } from '../../core/text/plainText';
import { getMyWork, type WorkDraft, type WorkLine } from '../../contract/myWork';
import type { InCourse } from '../course/setup/inCourse';
import type { Deps } from '../feature/deps';
import type { Serve } from '../feature/serve';
import { openForumQuietly, type OpenForum } from '../course/access/openForum';
import { courseData } from '../course/facts/courseData';
import { loadAnswersTo } from '../course/posts/loadPosts';

/** By forum, how many other people answered a student in posts that they may read; asides are not counted. */
async function answersPerForum(deps: Deps, course: InCourse, data: CourseData, now: number) {
  const { setup, person } = course;
  const posts = await loadAnswersTo(deps.db, setup.id, person.id);
  const people = new Map<string, Set<string>>();
  for (const forum of setup.forums.values()) {
    const here = posts.filter((post) => post.forumId === forum.id);
    if (here.length === 0) continue;
    const access = accessTo(data, forum, person, now);
    if (access.kind !== 'student' || (access.phase !== 'open' && access.phase !== 'readOnly')) continue;
    const answering = postsInPlace(here, now).filter(
      (place) =>
        place.answersAuthorId === person.id &&
        place.authorId !== person.id &&
        place.asideWith === null &&
        !place.removed &&
        mayRead(access, place).yes,
    );
    people.set(forum.id, new Set(answering.map(({ authorId }) => authorId)));
  }
  return people;
}

/** The names of those whose posts drafts answer, as far as the writer of the drafts may read these posts now. */
async function answeredBy(
  deps: Deps,
  course: InCourse,
  drafts: readonly { forum_id: string; key: string }[],
  now: number,
): Promise<(draft: { forum_id: string; key: string }) => string | null> {
  const answers = drafts.filter(({ key }) => key.startsWith('answer:'));
  const forums = new Map<string, OpenForum>();
  for (const id of new Set(answers.map(({ forum_id }) => forum_id)))
    forums.set(id, await openForumQuietly(deps.db, course, id, now));
  return ({ forum_id, key }) => {
    const id = key.slice('answer:'.length);
    const opened = key.startsWith('answer:') ? forums.get(forum_id) : undefined;
    const post = opened?.sees.get(id) === 'text' ? opened.posts.get(id) : undefined;
    return post ? (course.setup.names.get(post.authorId)?.name ?? null) : null;
  };
}

/** What is due, open and done for a student. */
export function myWorkRoutes(serve: Serve, deps: Deps): void {
  serve(getMyWork, async ({ course, now }) => {
    const { setup, person } = course;
    const student = setup.students.get(person.id)!;
    const data = await courseData(deps.db, setup, { authorId: student.id });
    const answers = await answersPerForum(deps, course, data, now);
    const drafts = course.vantage
      ? []
      : await deps.db
          .selectFrom('draft')
          .select(['forum_id', 'key', 'words', 'doc', 'saved_at'])
          .where('person_id', '=', student.id)
          .orderBy('saved_at', 'desc')
          .execute();
    const lines: WorkLine[] = [];
    for (const forum of setup.forums.values()) {
      const access = accessTo(data, forum, person, now);
      if (access.kind !== 'student' || access.phase === 'absent') continue;
      const part = participationOf(data, forum, student, now);
      const score = data.scoreOf(forum.id, student.id, now);
      const open = part.slots.filter(
        (slot) => !isMade(slot) && slot.state !== 'pending' && slot.state !== 'missed',
      );
      const dues = open.flatMap((slot) => (slot.due === null ? [] : [slot.due]));
      const draft = drafts.find(
        (row) => row.forum_id === forum.id && row.key.startsWith('open') && row.words > 0,
      );
      const card = setup.cards.get(forum.id)!;
      lines.push({
        forumId: forum.id,
        title: card.title,
        phase: access.phase,
        opensAt: access.terms.dates.postingFrom,
        unmet:
          access.reason.code === 'prerequisites'
            ? access.reason.unmet.map(({ forumId }) => setup.cards.get(forumId)?.title ?? '')
            : [],
        slots: [...part.slots],
        standing: part.standing,
        due: dues.length > 0 ? Math.min(...dues) : null,
        overdue: dues.some((due) => isLate(now, due, forum.graceMinutes)),
        initialDue: part.initialDue,
        repliesDue: part.repliesDue,
        reviewsDue: part.reviewsDue,
        postingUntil: access.terms.dates.postingUntil,
        required: part.terms.numbers,
        journal: forum.readers === 'staff',
        questions: forum.openings === 'answerQuestions',
        sealed: access.sealed !== 'none',
        draftWords: draft?.words ?? null,
        answered: answers.get(forum.id)?.size ?? 0,
        evaluated: forum.evaluation !== null,
        score:
          score?.released && score.points !== null && forum.evaluation !== null
            ? { points: score.points, maximum: forum.evaluation.maximum }
            : null,
        excused: score?.excused ?? false,
      });
    }
    const here = new Map(lines.map((line) => [line.forumId, line]));
    const kept = drafts.filter(({ forum_id }) => here.has(forum_id));
    const toWhom = await answeredBy(deps, course, kept, now);
    return {
      forums: lines,
      drafts: kept.map((draft): WorkDraft => ({
        forumId: draft.forum_id,
        title: here.get(draft.forum_id)!.title,
        key: draft.key,
        to: toWhom(draft),
        words: draft.words,
        begins: plainText(fromJson(draft.doc), { quotes: 'own' }).slice(0, 120),
        savedAt: draft.saved_at,
      })),
    };
  });
}
