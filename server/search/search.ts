import { sql, type RawBuilder } from 'kysely';
import type { SearchHit } from '../../contract/search';
import { accessTo } from '../../core/access/accessTo';
import { orderFound } from '../../core/search/orderFound';
import { searchQuery } from '../../core/search/searchQuery';
import { PART } from '../../core/text/searchable';
import type { InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { courseData } from '../course/facts/courseData';
import { notFound } from '../refusals/problem';
import { readableCondition } from './readableCondition';
import { noteReceived } from '../readMarks/received';

/** Characters that no text holds, put around what was found. */
const OPEN = '\u0001';
const CLOSE = '\u0002';

/**
 * Where a person may look, as a condition on posts: in each forum that is there for them, what they may read. null where
 * they may look nowhere.
 *
 * ```sql
 * ((post.forum_id = :one AND <readable there>) OR (post.forum_id = :two AND <readable there>)) AND 1
 * ```
 */
async function scopeOf(
  db: Db,
  course: InCourse,
  forumId: string | null,
  now: number,
): Promise<RawBuilder<unknown> | null> {
  const { setup, person } = course;
  if (forumId !== null && !setup.forums.has(forumId)) throw notFound();
  // A student's access rests on what they wrote themselves; staff's on nothing that was written.
  const data = await courseData(db, setup, { authorId: person.id });
  const { rows } = await sql<{ forum_id: string }>`
    SELECT DISTINCT post.forum_id FROM approval CROSS JOIN post ON post.id = approval.post_id`.execute(db);
  const held = new Set(rows.map(({ forum_id }) => forum_id));
  const forums: RawBuilder<unknown>[] = [];
  for (const forum of setup.forums.values()) {
    if (forumId !== null && forum.id !== forumId) continue;
    const access = accessTo(data, forum, person, now);
    if (access.kind === 'student' && access.phase === 'absent') {
      if (forumId !== null) throw notFound();
      continue;
    }
    forums.push(sql`(post.forum_id = ${forum.id} AND ${readableCondition(access, now, held.has(forum.id))})`);
  }
  if (forums.length === 0) return null;
  const isAsOfNow =
    setup.asOf === null
      ? sql`1`
      : // A text that was changed since is not what stood there then.
        sql`NOT EXISTS (SELECT 1 FROM revision WHERE revision.post_id = post.id AND revision.at > ${now})
          AND NOT EXISTS (SELECT 1 FROM approval WHERE approval.post_id = post.id AND approval.standing IS NOT NULL
            AND approval.at > ${now})`;
  return sql`(${sql.join(forums, sql` OR `)}) AND ${isAsOfNow}`;
}

const found = (match: string, scope: RawBuilder<unknown>) => sql`
  FROM post_search JOIN post_text ON post_text.id = post_search.rowid JOIN post ON post.id = post_text.post_id
  WHERE post_search MATCH ${match} AND ${scope}`;

function piecesOf(marked: string): SearchHit['pieces'] {
  return marked
    .replaceAll(PART, '')
    .split(OPEN)
    .flatMap((part, index) => {
      const end = index === 0 ? -1 : part.indexOf(CLOSE);
      const [hit, rest] = [part.slice(0, Math.max(0, end)), part.slice(end + 1)];
      return [
        { text: hit, hit: true },
        { text: rest, hit: false },
      ].filter(({ text }) => text !== '');
    });
}

/** So many posts, the newest that hold what is looked for, are put in order by how much of it they hold; the rest follow by age. */
const WEIGHED = 500;

/**
 * What is found, the best first: as many as are needed, and how many there are in all.
 *
 * ```sql
 * SELECT post.id, post_search.rowid, post.created_at
 * FROM post_search JOIN post_text ... JOIN post ... WHERE post_search MATCH :words AND <scope>
 * ORDER BY post.created_at DESC, post.id;
 * -- then, of the newest 500, how much of each text is what was looked for
 * SELECT rowid, length(text), length(highlight(...)) - length(text)
 * FROM post_search JOIN post_text ... WHERE post_search MATCH :words AND +rowid IN (:newest)
 * ```
 */
async function ordered(
  db: Db,
  match: string,
  scope: RawBuilder<unknown>,
  needed: number,
): Promise<{ total: number; ids: string[] }> {
  const { rows: all } = await sql<{ id: string; rowid: number; at: number }>`
    SELECT post.id, post_search.rowid AS rowid, post.created_at AS at ${found(match, scope)}
    ORDER BY post.created_at DESC, post.id`.execute(db);
  const weighed = JSON.stringify(all.slice(0, WEIGHED).map(({ rowid }) => rowid));
  // The plus keeps SQLite from looking for the words once for every row named here; so it does below.
  // FTS5's own rank would do this at once, but it weighs by how often words stand in all posts, also those that may not be read.
  const { rows } = await sql<{ rowid: number; times: number; length: number }>`
    SELECT post_search.rowid AS rowid, length(post_text.text) AS length,
      length(highlight(post_search, 0, ${OPEN}, '')) - length(post_text.text) AS times
    FROM post_search JOIN post_text ON post_text.id = post_search.rowid
    WHERE post_search MATCH ${match} AND +post_search.rowid IN (SELECT value FROM json_each(${weighed}))`.execute(
    db,
  );
  const facts = new Map(rows.map((row) => [row.rowid, row]));
  const best = orderFound(
    all.slice(0, WEIGHED).map(({ id, rowid, at }) => ({
      id,
      at,
      times: facts.get(rowid)!.times,
      length: facts.get(rowid)!.length,
    })),
  );
  const rest = all.slice(WEIGHED, Math.max(WEIGHED, needed));
  return { total: all.length, ids: [...best, ...rest].map(({ id }) => id) };
}

/** Full-text search over everything a person may read in a course, or in one forum; the best first. (rules §3, §4) */
export async function searchPosts(
  db: Db,
  course: InCourse,
  query: { find: string; forum?: string; from: number; limit: number },
  now: number,
): Promise<{ total: number; hits: SearchHit[] }> {
  const match = searchQuery(query.find);
  const scope = await scopeOf(db, course, query.forum ?? null, now);
  if (match === null || scope === null) return { total: 0, hits: [] };
  const { total, ids } = await ordered(db, match, scope, query.from + query.limit);
  const shown = ids.slice(query.from, query.from + query.limit);
  const { rows } = await sql<{
    id: string;
    forum_id: string;
    author_id: string;
    created_at: number;
    marked: string;
    version: number;
  }>`
    SELECT post.id, post.forum_id, post.author_id, post.created_at,
      coalesce(
        (SELECT CASE WHEN state <> 'approved' THEN standing END FROM approval WHERE approval.post_id = post.id
          ORDER BY approval.at DESC, approval.rowid DESC LIMIT 1),
        (SELECT max(number) FROM revision WHERE revision.post_id = post.id)
      ) AS version,
      snippet(post_search, 0, ${OPEN}, ${CLOSE}, ' … ', 28) AS marked
    ${found(match, sql`+post.id IN (SELECT value FROM json_each(${JSON.stringify(shown)}))`)}`.execute(db);
  const place = new Map(shown.map((id, index) => [id, index]));
  rows.sort((one, other) => place.get(one.id)! - place.get(other.id)!);
  const { setup } = course;
  noteReceived(
    db,
    course,
    rows.map((row) => ({
      id: row.id,
      forumId: row.forum_id,
      authorId: row.author_id,
      version: row.version,
    })),
    now,
  );
  return {
    total,
    hits: rows.map((row) => ({
      postId: row.id,
      forumId: row.forum_id,
      forum: setup.cards.get(row.forum_id)!.title,
      author: setup.names.get(row.author_id)!,
      at: row.created_at,
      pieces: piecesOf(row.marked),
    })),
  };
}

/** The ids of every post of a forum that a person may read and that holds what they look for. */
export async function findInForum(
  db: Db,
  course: InCourse,
  forumId: string,
  find: string,
  now: number,
): Promise<string[]> {
  const match = searchQuery(find);
  const scope = await scopeOf(db, course, forumId, now);
  if (match === null || scope === null) return [];
  const { rows } = await sql<{ id: string }>`SELECT post.id ${found(match, scope)} ORDER BY post.id`.execute(
    db,
  );
  return rows.map(({ id }) => id);
}
