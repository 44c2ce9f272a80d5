import type { CaseContent, KeptFile, ToAdd } from '../../contract/cases';
import { plainText } from '../../core/text/plainText';
import { openForumQuietly, readablePost } from '../course/access/openForum';
import { forumIn, worksWith, type InCourse } from '../course/setup/inCourse';
import { fromJson } from '../db/json';
import { docForReader } from '../discuss/quotes';
import type { Db } from '../db/open';
import { evidenceOfStudent } from '../evidence/evidence';
import type { Deps } from '../feature/deps';
import { reachedIn } from '../readMarks/received';
import { notFound, wrongField } from '../refusals/problem';
import { answerPair } from '../textInCommon/answerInCommon';
import { keptFiles } from './caseFiles';

/** What is put into a case, as it stands now, and the files that stay as long as the case does. */
export interface Frozen {
  readonly content: CaseContent;
  readonly files: readonly string[];
}

async function filesByVersion(db: Db, postId: string): Promise<Map<number, KeptFile[]>> {
  const rows = await db
    .selectFrom('attachment')
    .select(['number', 'file_id'])
    .where('post_id', '=', postId)
    .orderBy('number')
    .orderBy('position')
    .execute();
  const files = new Map(
    (
      await keptFiles(
        db,
        rows.map(({ file_id }) => file_id),
      )
    ).map((each) => [each.id, each]),
  );
  const found = new Map<number, KeptFile[]>();
  for (const { number, file_id } of rows) {
    const file = files.get(file_id);
    if (file) found.set(number, [...(found.get(number) ?? []), file]);
  }
  return found;
}

/** What a post says that another replies to, without what it quotes: that may be for other readers. */
async function answeredText(db: Db, postId: string): Promise<string> {
  const row = await db
    .selectFrom('revision')
    .select('doc')
    .where('post_id', '=', postId)
    .orderBy('number', 'desc')
    .executeTakeFirstOrThrow();
  return plainText(fromJson(row.doc), { quotes: 'own' });
}

/** A post with all its versions, what it answers, and what of others had reached its author. @throws {Problem} 404 for what one may not read */
async function frozenPost(
  db: Db,
  course: InCourse,
  { forum, post: postId }: { forum: string; post: string },
  now: number,
): Promise<Frozen> {
  const { card } = forumIn(course.setup, forum);
  const opened = await openForumQuietly(db, course, forum, now);
  const { post } = readablePost(opened, postId);
  if (post.authorKind !== 'student' || !worksWith(course, post.authorId)) throw notFound();
  const nameOf = (id: string) => course.setup.names.get(id)!;
  const files = await filesByVersion(db, postId);
  const rows = await db
    .selectFrom('revision')
    .select(['number', 'at', 'words', 'by_staff', 'doc', 'draft_kept_at'])
    .where('post_id', '=', postId)
    .where('at', '<=', now)
    .orderBy('number')
    .execute();
  const last = rows.at(-1)!.at;
  const reached = new Map<string, number>();
  for (const { postId: id, at } of await reachedIn(db, post.authorId, forum))
    if (at < last && !reached.has(id)) reached.set(id, at);
  return {
    content: {
      kind: 'post',
      forum: { id: forum, title: card.title },
      postId,
      author: nameOf(post.authorId),
      answers:
        post.parentId === null || opened.sees.get(post.parentId) !== 'text'
          ? null
          : {
              author: nameOf(opened.posts.get(post.parentId)!.authorId),
              text: await answeredText(db, post.parentId),
            },
      versions: rows.map(({ number, at, words, by_staff, doc, draft_kept_at }) => ({
        ...{ number, at, words, byStaff: by_staff === 1, draftKeptAt: draft_kept_at },
        text: plainText(docForReader(fromJson(doc), opened, now), { quotes: 'all' }),
        files: files.get(number) ?? [],
      })),
      removals: post.removals.map(({ from, to }) => ({ from, to })),
      received: [...reached].flatMap(([id, at]) => {
        const other = opened.posts.get(id);
        return other && opened.sees.get(id) === 'text'
          ? [{ postId: id, author: nameOf(other.authorId), at }]
          : [];
      }),
    },
    files: [...files.values()].flat().map(({ id }) => id),
  };
}

/** A copy of what is to be put into a case, as it stands now and as far as whoever puts it there may read it. (rules §12) */
export async function frozen(
  deps: Deps,
  course: InCourse,
  add: ToAdd,
  students: readonly string[],
  now: number,
): Promise<Frozen> {
  const { db } = deps;
  switch (add.kind) {
    case 'post':
      return frozenPost(db, course, add, now);
    case 'pair':
      return { content: { kind: 'pair', pair: await answerPair(deps, course, add, now) }, files: [] };
    case 'evidence': {
      const { card } = forumIn(course.setup, add.forum);
      const opened = await openForumQuietly(db, course, add.forum, now);
      const evidence = await evidenceOfStudent(
        db,
        course,
        opened,
        add.student,
        add.question ?? undefined,
        now,
      );
      return {
        content: { kind: 'evidence', forum: { id: add.forum, title: card.title }, evidence },
        files: [],
      };
    }
    case 'note':
      return { content: { kind: 'note', text: add.text }, files: [] };
    case 'file': {
      const [file] = await keptFiles(db, [add.file]);
      const mine = await db
        .selectFrom('file')
        .select('id')
        .where('id', '=', add.file)
        .where('uploaded_by', '=', course.person.id)
        .where('course_id', '=', course.setup.id)
        .executeTakeFirst();
      if (!file || !mine) throw wrongField('file', 'The file was not uploaded here; attach it again.');
      return { content: { kind: 'file', file }, files: [file.id] };
    }
    case 'message':
      if (!students.includes(add.to)) throw wrongField('to', 'Choose a student of this case.');
      return {
        content: { kind: 'message', to: course.setup.names.get(add.to)!, text: add.text },
        files: [],
      };
  }
}
