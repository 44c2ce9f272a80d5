import { storedScore } from './storedScore';
import { deskReading, isSecond, ownReading, readingsFor } from './readings';
import { looksAt, shownLook } from './secondLooks';
import { evidenceMarks } from '../stewarding/evidence';
import type { DeskPost, DeskView } from '../../contract/evaluate';
import { approvalAt, createdAt, isRemovedAt } from '../../core/course/post';
import { isCounted } from '../../core/participation/counted';
import { docketState } from '../../core/participation/docketState';
import { participationOf } from '../../core/participation/participationOf';
import type { ExplanationLine } from '../../core/scoring/explanation';
import { NO_DECISIONS, suggest, type Decisions } from '../../core/scoring/suggest';
import type { RichNode } from '../../core/text/richText';
import type { Kysely } from 'kysely';
import type { Database } from '../db/schema';
import { forumIn, worksWith, type InCourse } from '../course/inCourse';
import { openForumQuietly } from '../discuss/access';
import { courseData } from '../discuss/loadPosts';
import { htmlForReader, struckIn } from '../discuss/quotes';
import { notFound } from '../http/problem';

async function textsOf(db: Kysely<Database>, forumId: string, studentId: string) {
  return db
    .selectFrom('post')
    .innerJoin('revision', 'revision.post_id', 'post.id')
    .leftJoin('post as parent', 'parent.id', 'post.parent_id')
    .leftJoin('revision as above', (join) =>
      join.onRef('above.post_id', '=', 'parent.id').on('above.number', '=', (eb) =>
        eb
          .selectFrom('revision as n')
          .select((e) => e.fn.max('n.number').as('m'))
          .whereRef('n.post_id', '=', 'parent.id'),
      ),
    )
    .select([
      'post.id',
      'post.parent_id',
      'revision.number',
      'revision.html',
      'revision.words',
      'revision.at',
      'above.html as above_html',
      'parent.created_at as above_at',
      'parent.author_id as above_author',
      (eb) =>
        eb
          .exists(
            eb
              .selectFrom('removal')
              .select('removal.post_id')
              .whereRef('removal.post_id', '=', 'parent.id')
              .where('removal.to', 'is', null),
          )
          .as('above_removed'),
    ])
    .where('post.forum_id', '=', forumId)
    .where('post.author_id', '=', studentId)
    .orderBy('revision.number')
    .execute();
}

/** One student's contribution to a forum, with what is suggested and what is decided. */
export async function desk(
  db: Kysely<Database>,
  course: InCourse,
  forumId: string,
  studentId: string,
  now: number,
): Promise<DeskView> {
  const { setup } = course;
  const { forum, card } = forumIn(setup, forumId);
  const student = setup.students.get(studentId);
  if (forum.evaluation === null || !student || !worksWith(course, studentId)) throw notFound();
  const data = await courseData(db, setup, { forumId, authorId: studentId });
  const opened = await openForumQuietly(db, course, forumId, now);
  const rows = await textsOf(db, forumId, studentId);
  const isStruck = await struckIn(
    db,
    rows.flatMap(({ id, parent_id }) => (parent_id === null ? [id] : [id, parent_id])),
  );
  const shown = (html: string, postId: string) => htmlForReader(html, postId, course, opened, isStruck);
  const own = data.postsBy(forumId, studentId);
  const part = participationOf(data, forum, student, now);
  const stored = await storedScore(db, card.itemId, studentId);
  const readings = forum.evaluation.secondReading ? await readingsFor(db, card.itemId, studentId) : null;
  // Who reads second is not to know what the first has given: they have a sheet of their own.
  const second =
    readings !== null && isSecond(readings, course.person.id) ? ownReading(readings, course.person.id) : null;
  const decisions =
    second?.decisions ?? (stored ? (JSON.parse(stored.decisions) as Decisions) : NO_DECISIONS);
  const noted = await evidenceMarks(db, course, opened, now, studentId);
  const initialIds = new Set(part.slots.filter((slot) => slot.kind === 'initial').map((slot) => slot.postId));
  const posts = own
    .filter((post) => createdAt(post) <= now)
    .map((post): DeskPost => {
      const versions = rows.filter((row) => row.id === post.id);
      const latest = versions.at(-1)!;
      const approval = approvalAt(post, now);
      return {
        id: post.id,
        html: shown(latest.html, post.id),
        at: createdAt(post),
        editedAt: versions.length > 1 ? latest.at : null,
        words: latest.words,
        removed: isRemovedAt(post, now),
        waiting: approval === 'approved' ? null : approval,
        counted: isCounted(post, now),
        marks: [...(noted.get(post.id) ?? [])],
        slot: part.slots.find((slot) => slot.postId === post.id && slot.kind !== 'attachment') ?? null,
        answers:
          latest.above_at === null || latest.parent_id === null
            ? null
            : {
                author: setup.names.get(latest.above_author ?? '') ?? null,
                html: shown(latest.above_html ?? '', latest.parent_id),
                at: latest.above_at,
                removed: Boolean(latest.above_removed),
              },
        revisions: versions.length,
        firstWords: versions[0]!.words,
      };
    })
    .sort((a, b) => Number(initialIds.has(b.id)) - Number(initialIds.has(a.id)) || a.at - b.at);
  const section = setup.sections.find(({ id }) => id === student.sectionId);
  const { dates, numbers } = part.terms;
  return {
    student: setup.names.get(studentId)!,
    covered: false,
    namesHidden: false,
    section: section?.title ?? null,
    forum: {
      id: forumId,
      title: card.title,
      maximum: forum.evaluation.maximum,
      aboveMaximum: forum.evaluation.aboveMaximum,
      parts: [...forum.evaluation.parts],
    },
    state: docketState(forum, part, own, data.scoreOf(forumId, studentId, now), now),
    notAsked: part.notAsked,
    dates: {
      postingFrom: dates.postingFrom,
      postingUntil: dates.postingUntil,
      initialDue: part.initialDue,
      repliesDue: part.repliesDue,
    },
    required: { initialMinWords: numbers.initialMinWords, replyMinWords: numbers.replyMinWords },
    slots: [...part.slots],
    posts,
    suggestion: suggest(forum, part, decisions, now),
    from: {
      // Whose dates differ is nothing that scoring asks.
      forum: { ...forum, ownTerms: [] },
      done: { notAsked: part.notAsked, slots: part.slots, counted: part.counted },
      at: now,
    },
    reading: readings && deskReading(course, readings),
    looks:
      second !== null
        ? []
        : (
            await looksAt(db, { itemIds: card.itemId === null ? [] : [card.itemId], studentId }, setup.names)
          ).map(shownLook),
    score: second
      ? { ...NOT_GIVEN, ...second }
      : {
          version: stored?.version ?? 0,
          decisions,
          remark: stored?.remark ? (JSON.parse(stored.remark) as RichNode) : null,
          points: stored?.points ?? null,
          lines: stored ? (JSON.parse(stored.lines) as ExplanationLine[]) : [],
          givenAt: stored?.given_at ?? null,
          givenBy: stored?.given_by ? (setup.names.get(stored.given_by)?.name ?? null) : null,
          releasedAt: stored?.released_at ?? null,
          excused: stored?.excused === 1,
        },
  };
}

/** A sheet on which nothing is given yet. */
const NOT_GIVEN = {
  remark: null,
  points: null,
  lines: [],
  givenAt: null,
  givenBy: null,
  releasedAt: null,
  excused: false,
};
