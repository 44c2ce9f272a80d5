import { fromJson, toJson } from '../../db/json';
import type { Selectable } from 'kysely';
import type { ForumSettings } from '../../../contract/forumSettings';
import type { ForumForEdit } from '../../../contract/plan';
import type { Database } from '../../db/schema';
import type { Db, Trx } from '../../db/open';
import { notFound } from '../../refusals/problem';
import { storedText } from '../../text/toHtml';

export type ForumRow = Selectable<Database['forum']>;

/** A forum's row; 404 where the course has none, or has it in the bin. */
export async function forumRow(db: Db | Trx, courseId: string, forumId: string): Promise<ForumRow> {
  const row = await db
    .selectFrom('forum')
    .selectAll()
    .where('id', '=', forumId)
    .where('course_id', '=', courseId)
    .where('removed_at', 'is', null)
    .executeTakeFirst();
  if (!row) throw notFound();
  return row;
}

/** The settings a row stands for. */
export function settingsOf(row: ForumRow, itemId: string | null): ForumSettings {
  return {
    title: row.title,
    unitId: row.unit_id,
    categoryId: row.category_id,
    prompt: fromJson(row.prompt),
    rules: fromJson(row.rules),
    starter: row.starter === null ? null : fromJson(row.starter),
    itemId,
  };
}

/** The columns that settings become. */
export function columnsOf(settings: ForumSettings) {
  const prompt = storedText(settings.prompt);
  return {
    title: settings.title,
    unit_id: settings.unitId,
    category_id: settings.categoryId,
    rules: toJson(settings.rules),
    prompt: prompt.doc,
    prompt_html: prompt.html,
    starter: settings.starter === null ? null : storedText(settings.starter).doc,
  };
}

/** A forum as the course record keeps it: all that a look into the past needs. */
export function recordedState(row: ForumRow) {
  return {
    title: row.title,
    unitId: row.unit_id,
    categoryId: row.category_id,
    status: row.status,
    frozen: row.frozen === 1,
    removed: row.removed_at !== null,
    pinned: row.pinned,
    rules: fromJson(row.rules),
    promptHtml: row.prompt_html,
  };
}
export type RecordedForum = ReturnType<typeof recordedState>;

/** A forum as it is edited; 404 where there is none. */
export async function forumForEdit(db: Db | Trx, courseId: string, forumId: string): Promise<ForumForEdit> {
  const row = await forumRow(db, courseId, forumId);
  const item = await db
    .selectFrom('item')
    .select(['id', 'title'])
    .where('forum_id', '=', forumId)
    .executeTakeFirst();
  const { posts } = await db
    .selectFrom('post')
    .select((eb) => eb.fn.countAll<number>().as('posts'))
    .where('forum_id', '=', forumId)
    .where('author_kind', '=', 'student')
    .executeTakeFirstOrThrow();
  return {
    id: row.id,
    version: row.version,
    status: row.status,
    frozen: row.frozen === 1,
    posts,
    promptHtml: row.prompt_html,
    starterPosted: row.starter_post !== null,
    settings: settingsOf(row, item?.id ?? null),
  };
}
