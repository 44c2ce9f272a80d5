import { fromJson, toJson } from '../db/json';
import type { DraftView } from '../../contract/discuss';
import type { AttachedFile } from '../../contract/files';
import { plainText } from '../../core/text/plainText';
import type { RichNode } from '../../core/text/richText';
import { countWords } from '../../core/text/words';
import type { InCourse } from '../course/setup/inCourse';
import type { Selectable } from 'kysely';
import type { Db, Trx } from '../db/open';
import type { Database } from '../db/schema';
import { statement } from '../db/statement';
import { conflict, notFound, wrongField } from '../refusals/problem';
import { readablePost, type OpenForum } from '../course/access/openForum';
import { docForReader } from './quotes';

interface Draft {
  readonly doc: RichNode;
  readonly attachments: readonly AttachedFile[];
  readonly postId: string | null;
  /** When the draft it goes on from was kept; undefined: whatever stands there. */
  readonly after?: number | null;
  /** Of a change: the version of the post it began with. */
  readonly version?: number;
}

/** How many drafts a person may have in a course. */
export const MOST_DRAFTS = 200;

/** Refuses a draft for what is not there: a post that may not be read, a question the forum does not ask. */
function refusePlace(course: InCourse, opened: OpenForum, key: string, has: boolean): void {
  // What was begun while it was there is kept on.
  if (has) return;
  const [kind, about] = key.split(':') as [string, string | undefined];
  if (about === undefined) return;
  if (kind === 'answer' || kind === 'aside' || kind === 'edit') readablePost(opened, about);
  else if (opened.forum.questions.every(({ id }) => id !== about) && !isSpace(course, about))
    throw notFound();
}

/** Whether an id names a space of the course: a section, a group, or in a journal a student. */
const isSpace = ({ setup }: InCourse, id: string): boolean =>
  setup.groups.has(id) || setup.students.has(id) || setup.sections.some((section) => section.id === id);

const draftsInCourse = statement((db, at: { me: string; courseId: string }) =>
  db
    .selectFrom('draft')
    .innerJoin('forum', 'forum.id', 'draft.forum_id')
    .select(['draft.forum_id', 'draft.key'])
    .where('draft.person_id', '=', at.me)
    .where('forum.course_id', '=', at.courseId),
);

/**
 * Refuses a draft that is for nothing, or one too many.
 *
 * @throws {Problem} 404 for a place that is not there for the person, 422 beyond {@link MOST_DRAFTS}
 */
export async function refuseDraft(
  db: Db,
  course: InCourse,
  opened: OpenForum,
  key: string,
  most = MOST_DRAFTS,
): Promise<void> {
  const rows = await draftsInCourse(db, { me: course.person.id, courseId: course.setup.id });
  const has = rows.some((row) => row.forum_id === opened.forum.id && row.key === key);
  refusePlace(course, opened, key, has);
  if (!has && rows.length >= most)
    throw wrongField(
      'doc',
      `You have ${rows.length} drafts in this course, which is the most. Send some, or discard them in My work; this one stays in your browser.`,
    );
}

const postNamed = statement((db, at: { id: string; forumId: string }) =>
  db
    .selectFrom('post')
    .select(['version', 'author_id'])
    .where('id', '=', at.id)
    .where('forum_id', '=', at.forumId),
);

/** Whether what a draft was for has been sent: a post with its id, or a newer version of the post it changes. */
async function isSent(
  db: Db | Trx,
  place: Place,
  { postId, version }: Pick<Draft, 'postId' | 'version'>,
): Promise<boolean> {
  const [kind, edited] = place.key.split(':');
  const named = kind === 'edit' ? edited : postId;
  if (!named) return false;
  const [post] = await postNamed(db, { id: named, forumId: place.forumId });
  if (kind !== 'edit') return post?.author_id === place.personId;
  if (!post || version === undefined || post.version === version) return false;
  const newest = await db
    .selectFrom('revision')
    .select('author_id')
    .where('post_id', '=', named)
    .orderBy('number', 'desc')
    .executeTakeFirstOrThrow();
  return newest.author_id === place.personId;
}

interface Place {
  readonly personId: string;
  readonly forumId: string;
  readonly key: string;
}

const draftAt = statement((db, at: { personId: string; forumId: string; key: string }) =>
  db
    .selectFrom('draft')
    .selectAll()
    .where('person_id', '=', at.personId)
    .where('forum_id', '=', at.forumId)
    .where('key', '=', at.key),
);

const putDraft = statement((db, at: Selectable<Database['draft']>) => {
  const row = {
    doc: at.doc,
    words: at.words,
    attachments: at.attachments,
    saved_at: at.saved_at,
    post_id: at.post_id,
  };
  return db
    .insertInto('draft')
    .values({ person_id: at.person_id, forum_id: at.forum_id, key: at.key, ...row })
    .onConflict((oc) => oc.columns(['person_id', 'forum_id', 'key']).doUpdateSet(row));
});

/**
 * Keeps what someone is writing, in the place it is written for. What arrives after the post was sent is not kept any more, and
 * nothing is written over what another tab or machine kept meanwhile.
 *
 * @returns whether it was sent already
 * @throws {Problem} 409 with what stands there, where another draft was kept since `after`
 */
export function keepDraft(db: Db, place: Place, draft: Draft, now: number): Promise<boolean> {
  const { doc, attachments, postId, after } = draft;
  const row = {
    doc: toJson(doc),
    words: countWords(plainText(doc, { quotes: 'none' })),
    attachments: toJson(attachments),
    saved_at: now,
    post_id: postId,
  };
  return db.transaction().execute(async (trx) => {
    if (await isSent(trx, place, draft)) {
      await dropDraft(trx, place.personId, place.forumId, place.key);
      return true;
    }
    const [there] = await draftAt(trx, { ...place });
    const isOther = there && (there.doc !== row.doc || there.attachments !== row.attachments);
    if (after !== undefined && isOther && there.saved_at !== after)
      throw conflict(
        'You have written something else here meanwhile, in another tab or on another machine.',
        {
          doc: fromJson(there.doc),
          savedAt: there.saved_at,
        },
      );
    await putDraft(trx, { person_id: place.personId, forum_id: place.forumId, key: place.key, ...row });
    return false;
  });
}

const draftsIn = statement((db, at: { me: string; forumId: string }) =>
  db.selectFrom('draft').selectAll().where('person_id', '=', at.me).where('forum_id', '=', at.forumId),
);

/** The drafts a person has in a forum, with their files; none through someone else's eyes. */
export async function draftsOf(
  db: Db,
  course: InCourse,
  opened: OpenForum,
  now: number,
): Promise<DraftView[]> {
  if (course.vantage) return [];
  const rows = await draftsIn(db, { me: course.person.id, forumId: opened.forum.id });
  const attached = new Map(rows.map((row) => [row.key, fromJson(row.attachments)]));
  const ids = [...attached.values()].flat().map(({ id }) => id);
  const files =
    ids.length === 0
      ? []
      : await db
          .selectFrom('file')
          .select(['id', 'name', 'type', 'size', 'seconds'])
          .where('id', 'in', ids)
          .where('uploaded_by', '=', course.person.id)
          .execute();
  const known = new Map(files.map((file) => [file.id, file]));
  return rows.map((row) => ({
    key: row.key,
    doc: docForReader(fromJson(row.doc), opened, now),
    savedAt: row.saved_at,
    postId: row.post_id,
    attachments: attached
      .get(row.key)!
      .flatMap(({ id, alt }) => (known.has(id) ? [{ ...known.get(id)!, alt }] : [])),
  }));
}

/** When a draft was last kept; null where there is none. */
export async function draftKeptAt(
  trx: Trx,
  personId: string,
  forumId: string,
  key: string | null,
): Promise<number | null> {
  if (key === null) return null;
  const row = await trx
    .selectFrom('draft')
    .select('saved_at')
    .where('person_id', '=', personId)
    .where('forum_id', '=', forumId)
    .where('key', '=', key)
    .executeTakeFirst();
  return row?.saved_at ?? null;
}

/** Throws a draft away. */
export async function dropDraft(db: Db | Trx, personId: string, forumId: string, key: string): Promise<void> {
  await db
    .deleteFrom('draft')
    .where('person_id', '=', personId)
    .where('forum_id', '=', forumId)
    .where('key', '=', key)
    .execute();
}
