import { isOfPost } from '../../core/participation/requirements/requirements';
import type { Kysely } from 'kysely';
import type { DeskPost } from '../../contract/evaluate';
import { approvalAt, openChange } from '../../core/course/approval';
import { createdAt, isRemovedAt, type Post } from '../../core/course/post';
import { changeSince } from '../../core/participation/changedSince';
import { isCounted } from '../../core/participation/counted';
import type { Participation } from '../../core/participation/participationOf';
import { divideRounded } from '../../core/course/points';
import type { InCourse } from '../course/setup/inCourse';
import type { Database } from '../db/schema';
import type { OpenForum } from '../course/access/openForum';
import { loadAttachments, loadNods, type Nod } from '../discuss/postExtras';
import { htmlForReader, struckIn } from '../discuss/quotes';
import { versionsRead } from '../course/access/versionsRead';
import { evidenceMarks } from '../evidence/evidence';

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

/** What others gave a post; null where the forum has neither nods nor ratings. */
function nodsOf(opened: OpenForum, nods: readonly Nod[]): DeskPost['nods'] {
  const { approve } = opened.forum.allowed;
  if (approve === 'off') return null;
  const sum = nods.reduce((total, { value }) => total + value, 0);
  const hasMean = approve === 'ratings' && nods.length > 0;
  return { count: nods.length, mean: hasMean ? divideRounded(sum * 100, nods.length) : null };
}

/**
 * The posts of a student in the order they are read in: by question where there are several; the initial post first; in a journal as they
 * were written.
 */
function inOrder(posts: readonly DeskPost[], opened: OpenForum, part: Participation): DeskPost[] {
  const questions = opened.forum.questions.map(({ id }) => id);
  const initial = new Set(part.slots.filter(({ kind }) => kind === 'initial').map(({ postId }) => postId));
  const isJournal = opened.forum.readers === 'staff';
  const place = ({ question }: DeskPost) => (question === null ? -1 : questions.indexOf(question.id));
  const first = ({ id }: DeskPost) => (!isJournal && initial.has(id) ? 0 : 1);
  return [...posts].sort((a, b) => place(a) - place(b) || first(a) - first(b) || a.at - b.at);
}

/**
 * Everything one student wrote in a forum, with what each post answers and what became of it.
 *
 * @param about.since when the score was given; null where there is none
 */
export async function deskPosts(
  db: Kysely<Database>,
  course: InCourse,
  opened: OpenForum,
  about: {
    readonly own: readonly Post[];
    readonly part: Participation;
    readonly studentId: string;
    readonly since: number | null;
    readonly now: number;
  },
): Promise<DeskPost[]> {
  const { own, part, studentId, since, now } = about;
  const { forum } = opened;
  const rows = await textsOf(db, forum.id, studentId);
  const isStruck = await struckIn(
    db,
    rows.flatMap(({ id, parent_id }) => (parent_id === null ? [id] : [id, parent_id])),
  );
  const shown = (html: string, postId: string) => htmlForReader(html, postId, course, opened, isStruck, now);
  // What stands in someone else's aside is theirs: it is shown to who reads it there.
  const written = own.filter(
    (post) =>
      createdAt(post) <= now &&
      (post.asideWith === null || post.asideWith === studentId || opened.sees.get(post.id) === 'text'),
  );
  const ids = written.map(({ id }) => id);
  const noted = await evidenceMarks(db, course, opened, now, studentId);
  const files = ids.length === 0 ? new Map() : await loadAttachments(db, versionsRead(opened, ids, now));
  const kind = forum.allowed.approve === 'ratings' ? 'rating' : 'nod';
  const nods =
    ids.length === 0 || forum.allowed.approve === 'off'
      ? new Map<string, Nod[]>()
      : await loadNods(db, ids, kind, now);
  const received = new Map<string, number>();
  for (const { parentId, removed } of opened.placed.values())
    if (parentId !== null && !removed) received.set(parentId, (received.get(parentId) ?? 0) + 1);
  const { questionHtml } = course.setup.cards.get(forum.id)!;
  const posts = written.map((post): DeskPost => {
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
      change: openChange(post, now)?.state ?? null,
      counted: isCounted(post, now),
      marks: [...(noted.get(post.id) ?? [])],
      slot: part.slots.find((slot) => slot.postId === post.id && isOfPost(slot)) ?? null,
      answers:
        latest.above_at === null || latest.parent_id === null || opened.sees.get(latest.parent_id) !== 'text'
          ? null
          : {
              author: course.setup.names.get(latest.above_author ?? '') ?? null,
              html: shown(latest.above_html ?? '', latest.parent_id),
              at: latest.above_at,
              removed: Boolean(latest.above_removed),
            },
      revisions: versions.length,
      firstWords: versions[0]!.words,
      files: files.get(post.id) ?? [],
      nods: nodsOf(opened, nods.get(post.id) ?? []),
      received: received.get(post.id) ?? 0,
      question:
        post.questionId === null
          ? null
          : { id: post.questionId, html: questionHtml.get(post.questionId) ?? '' },
      since: since === null ? null : changeSince(post, since, now),
    };
  });
  return inOrder(posts, opened, part);
}
