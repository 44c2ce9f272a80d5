import { fromJson } from '../db/json';
import { changeCourse, type Keeping } from '../course/change/changeCourse';
import { accessTo } from '../../core/access/accessTo';
import { asideWith } from '../../core/access/asideWith';
import type { Forum } from '../../core/course/forum';
import { mayDo } from '../../core/access/mayDo';
import { spaceOf } from '../../core/terms/space';
import type { AttachedFile } from '../../contract/files';
import { mentionsIn } from '../../core/text/quotation';
import type { RichNode } from '../../core/text/richText';
import { worksWith, type InCourse } from '../course/setup/inCourse';
import type { Trx } from '../db/open';
import { attachFiles } from '../course/files/fileUse';
import { conflict, notFound, Problem, wrongField } from '../refusals/problem';
import { storedText, type StoredText } from '../text/toHtml';
import { isThere, openForum, readablePost, type OpenForum } from '../course/access/openForum';
import { courseDataFor } from '../course/facts/courseDataFor';
import { allowedOrRefuse } from '../course/access/allowedOrRefuse';
import { holdNewPost, settleChange } from './approval';
import { dropDraft, draftKeptAt } from './drafts';
import { keepMentions, settleMentions } from './mentions';
import { refuseAttachments, refuseMedia } from './postLimits';
import { docForReader, keepQuotes, settleQuotes } from './quotes';

/** What is known after a post was written or changed. */
export interface Written {
  readonly id: string;
  readonly words: number;
  /** Whether this opened the seal for its author. */
  readonly unsealed: boolean;
}

export interface NewPost {
  readonly id: string;
  readonly parentId: string | null;
  /** Where students answer each question, the one an opening post answers. */
  readonly questionId: string | null;
  /** Staff opening a thread: the space it is for; null for all. */
  readonly spaceId: string | null;
  readonly doc: RichNode;
  /** Uploaded files. */
  readonly attachments: readonly AttachedFile[];
  readonly starter: boolean;
  /** By staff: only the author answered and staff read it. */
  readonly aside?: boolean;
  readonly draft: string | null;
}

function textOrRefuse(doc: RichNode, attachments: readonly AttachedFile[]): StoredText {
  const stored = storedText(doc);
  if (stored.words === 0 && stored.files.length === 0 && attachments.length === 0)
    throw wrongField('doc', 'Write something first; a post needs at least a word.');
  return stored;
}

const isSealed = (opened: Pick<OpenForum, 'access'>) =>
  opened.access.kind === 'student' && opened.access.sealed !== 'none';

async function isSealedNow(trx: Trx, course: InCourse, forumId: string, now: number): Promise<boolean> {
  const { data } = await courseDataFor(trx, course.setup, course.person.id, forumId);
  return isSealed({ access: accessTo(data, course.setup.forums.get(forumId)!, course.person, now) });
}

async function addRevision(
  trx: Trx,
  course: InCourse,
  at: {
    forumId: string;
    postId: string;
    number: number;
    now: number;
    byStaff: boolean;
    draftKeptAt: number | null;
  },
  doc: RichNode,
  text: StoredText,
  attachments: readonly AttachedFile[],
): Promise<void> {
  await trx
    .insertInto('revision')
    .values({
      post_id: at.postId,
      number: at.number,
      at: at.now,
      author_id: course.person.id,
      by_staff: at.byStaff ? 1 : 0,
      doc: text.doc,
      html: text.html,
      text: text.text,
      words: text.words,
      attachments: attachments.length,
      draft_kept_at: at.draftKeptAt,
    })
    .execute();
  await keepQuotes(trx, at.postId, at.number, doc);
  const files = [...new Set([...text.files, ...attachments.map(({ id }) => id)])];
  await attachFiles(trx, course, files, { forumId: at.forumId, postId: at.postId });
  for (const [position, { id, alt }] of attachments.entries())
    await trx
      .insertInto('attachment')
      .values({ post_id: at.postId, number: at.number, position, file_id: id, alt })
      .execute();
}

/** The question an opening post belongs to: one of the forum's where students answer each, else none. */
function questionOf(forum: Forum, post: NewPost): string | null {
  if (forum.openings !== 'answerQuestions') {
    if (post.questionId !== null) throw wrongField('questionId', 'This forum has no questions.');
    return null;
  }
  if (!forum.questions.some(({ id, retired }) => id === post.questionId && !retired))
    throw wrongField('questionId', 'Choose the question this answers.');
  return post.questionId;
}

/** The space a thread opened by staff is for; in a journal it has to be someone's, so that nobody's is met by mistake. */
function staffSpace(course: InCourse, forum: Forum, spaceId: string | null): string | null {
  const { setup } = course;
  if (forum.readers === 'staff') {
    if (spaceId === null) throw wrongField('spaceId', 'Choose whose journal to write in.');
    if (!setup.students.has(spaceId) || !worksWith(course, spaceId)) throw notFound();
    return spaceId;
  }
  if (spaceId === null || forum.readers === 'class') return null;
  const known =
    forum.readers === 'section'
      ? setup.sections.some(({ id }) => id === spaceId)
      : setup.groups.get(spaceId)?.planId === forum.groupPlanId;
  if (!known) throw wrongField('spaceId', 'Choose a section or group of this forum, or all of them.');
  return spaceId;
}

/** Writes a post as the rules allow; the same id sent twice is one post. (rules §3, §4) */
export function writePost(
  deps: Keeping,
  course: InCourse,
  forumId: string,
  post: NewPost,
  now: number,
): Promise<Written> {
  refuseMedia(course, post.doc);
  textOrRefuse(post.doc, post.attachments);
  return changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const opened = await openForum(trx, course, forumId, now);
    const known = await trx.selectFrom('post').selectAll().where('id', '=', post.id).executeTakeFirst();
    if (known) {
      if (known.author_id !== course.person.id || known.forum_id !== forumId) {
        throw new Problem(409, 'idTaken', 'This id belongs to another post; send the post with a new id.');
      }
      return { id: post.id, words: storedText(post.doc).words, unsealed: false };
    }
    const { forum, access } = opened;
    const isStaff = course.person.kind === 'staff';
    if (post.starter && (!isStaff || post.parentId !== null))
      throw wrongField('starter', 'Only staff open starters.');
    if (post.aside && post.parentId === null)
      throw wrongField('aside', 'An aside is a reply to a post; it cannot open a thread.');
    let above: ReturnType<typeof readablePost> | null = null;
    let staffsSpace: string | null = null;
    if (post.parentId === null) {
      // What is not theirs to know of is not there, before anything is said of what may be done.
      if (isStaff) staffsSpace = staffSpace(course, forum, post.spaceId);
      const own = [...opened.placed.values()].filter((place) => place.authorId === course.person.id);
      allowedOrRefuse(
        mayDo(forum, access, { do: 'openThread', own, spaceId: post.spaceId }, now),
        opened.date,
      );
    } else {
      if (post.questionId !== null || post.spaceId !== null)
        throw wrongField(
          'parentId',
          'A reply stands where the post it replies to stands; it names no question or space.',
        );
      const place = opened.placed.get(post.parentId);
      if (!place || !isThere(opened, post.parentId)) throw notFound();
      allowedOrRefuse(mayDo(forum, access, { do: post.aside ? 'aside' : 'answer', place }, now), opened.date);
      above = readablePost(opened, post.parentId);
    }
    const { person } = course;
    const ownSpace = person.kind === 'student' ? spaceOf(forum, person, course.setup.groups) : null;
    // A student's answer to a staff post for all stands in the student's own space.
    const spaceId = above !== null ? (above.post.spaceId ?? ownSpace) : isStaff ? staffsSpace : ownSpace;
    await refuseAttachments(trx, course, opened, post.attachments, now);
    const quoting = await settleQuotes(trx, opened, post.doc, null, now);
    const doc = settleMentions(course, opened, quoting, spaceId, [], now);
    const text = textOrRefuse(doc, post.attachments);
    const questionId = above !== null ? above.post.questionId : questionOf(forum, post);
    await trx
      .insertInto('post')
      .values({
        id: post.id,
        forum_id: forumId,
        author_id: person.id,
        author_kind: person.kind,
        parent_id: post.parentId,
        thread_id: above?.post.threadId ?? post.id,
        thread_author_id: above?.post.threadAuthorId ?? person.id,
        answers_author_id: above?.post.authorId ?? null,
        answers_author_kind: above?.post.authorKind ?? null,
        space_id: spaceId,
        question_id: questionId,
        starter: post.starter ? 1 : 0,
        aside_with: above === null ? null : post.aside ? asideWith(above.place) : above.post.asideWith,
        created_at: now,
        version: 1,
      })
      .execute();
    await addRevision(
      trx,
      course,
      {
        forumId,
        postId: post.id,
        number: 1,
        now,
        byStaff: person.kind === 'staff',
        draftKeptAt: await draftKeptAt(trx, person.id, forumId, post.draft),
      },
      doc,
      text,
      post.attachments,
    );
    await keepMentions(trx, post.id, doc, now);
    await holdNewPost(trx, course, opened, post.id, now);
    if (post.draft !== null) await dropDraft(trx, person.id, forumId, post.draft);
    const unsealed = isSealed(opened) && !(await isSealedNow(trx, course, forumId, now));
    return { id: post.id, words: text.words, unsealed };
  });
}

/**
 * Changes one's own post, or as staff a student's: that is shown, and changes the text, not what counts. The version before stays
 * readable for its author and staff. (rules §3, §5)
 */
export function editPost(
  deps: Keeping,
  course: InCourse,
  forumId: string,
  postId: string,
  asked: { version: number; doc: RichNode; attachments: readonly AttachedFile[] },
  now: number,
): Promise<Written> {
  refuseMedia(course, asked.doc);
  textOrRefuse(asked.doc, asked.attachments);
  return changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const opened = await openForum(trx, course, forumId, now);
    const { post, place } = readablePost(opened, postId);
    const answered = opened.answered.has(postId);
    allowedOrRefuse(
      mayDo(opened.forum, opened.access, { do: 'edit', place, post, answered }, now),
      opened.date,
    );
    const row = await trx
      .selectFrom('post')
      .select('version')
      .where('id', '=', postId)
      .executeTakeFirstOrThrow();
    const newest = await trx
      .selectFrom('revision')
      .select(['number', 'doc'])
      .where('post_id', '=', postId)
      .orderBy('number', 'desc')
      .executeTakeFirstOrThrow();
    const before = fromJson(newest.doc);
    const quoting = await settleQuotes(trx, opened, asked.doc, before, now);
    const doc = settleMentions(course, opened, quoting, post.spaceId, mentionsIn(before), now);
    const text = textOrRefuse(doc, asked.attachments);
    const attached = await trx
      .selectFrom('attachment')
      .select(['file_id as id', 'alt'])
      .where('post_id', '=', postId)
      .where('number', '=', newest.number)
      .orderBy('position')
      .execute();
    if (newest.doc === text.doc && JSON.stringify(attached) === JSON.stringify(asked.attachments))
      return { id: postId, words: text.words, unsealed: false };
    if (row.version !== asked.version) {
      throw conflict(
        'This post was changed elsewhere since you opened it. Your text is kept here; compare before you send it.',
        {
          version: row.version,
          doc: docForReader(before, opened, now),
        },
      );
    }
    const byStaff = course.person.kind === 'staff';
    const fresh = asked.attachments.filter(({ id }) => !attached.some((known) => known.id === id));
    await refuseAttachments(trx, course, opened, fresh.length > 0 ? asked.attachments : [], now);
    const draft = await draftKeptAt(trx, course.person.id, forumId, `edit:${postId}`);
    const at = { forumId, postId, number: newest.number + 1, now, byStaff, draftKeptAt: draft };
    await addRevision(trx, course, at, doc, text, asked.attachments);
    await trx
      .updateTable('post')
      .set({ version: row.version + 1 })
      .where('id', '=', postId)
      .execute();
    await settleChange(trx, course, opened, post, now);
    if (post.authorId !== course.person.id)
      await change.record('post.changedByStaff', { of: 'post', id: postId });
    await dropDraft(trx, course.person.id, forumId, `edit:${postId}`);
    const unsealed = isSealed(opened) && !(await isSealedNow(trx, course, forumId, now));
    return { id: postId, words: text.words, unsealed };
  });
}
