import { join } from 'node:path';
import type { ReadingProblem } from '../../contract/textInCommon';
import { SECOND } from '../../core/time/instant';
import { startThread } from '../apart/threadApart';
import type { Db } from '../db/open';
import { isRead, type Extracted } from './extractText';

/** A file of a prompt, a question or a post by staff: a reading given to the students of a forum. */
export interface Reading {
  readonly forumId: string;
  /** The post by staff it is in; null: the forum itself. */
  readonly postId: string | null;
  readonly name: string;
  readonly sha256: string;
  readonly type: string;
}

/** What one file may take: this long, and this much memory, MB. */
const LIMITS = { time: 30 * SECOND, memory: 400 };
/** One file is read after the other, so that a term's readings take one core at most. */
let before: Promise<void> = Promise.resolve();

/** The files that staff gave students in the forums of a course, whose text can be read. */
export async function readingsOf(db: Db, courseId: string): Promise<Reading[]> {
  const rows = await db
    .selectFrom('file_use')
    .innerJoin('file', 'file.id', 'file_use.file_id')
    .innerJoin('forum', 'forum.id', 'file_use.forum_id')
    .leftJoin('post', 'post.id', 'file_use.post_id')
    .select(['file_use.forum_id', 'file_use.post_id', 'file.name', 'file.sha256', 'file.type'])
    .distinct()
    .where('forum.course_id', '=', courseId)
    .where((eb) =>
      eb.or([
        eb('file_use.post_id', 'is', null),
        eb.and([eb('post.author_kind', '=', 'staff'), eb('post.aside_with', 'is', null)]),
      ]),
    )
    .execute();
  return rows
    .map(({ forum_id, post_id, ...file }) => ({ forumId: forum_id, postId: post_id, ...file }))
    .filter(({ type }) => isRead(type));
}

/**
 * Reads what the readings of a course say, as far as that is not known yet: each file once, in a thread of its own with limits of time and
 * memory. What cannot be read is remembered with why.
 */
export async function readReadings(db: Db, dataFolder: string, courseId: string): Promise<void> {
  const readings = await readingsOf(db, courseId);
  if (readings.length === 0) return;
  const known = await db
    .selectFrom('reading_text')
    .select('sha256')
    .where('sha256', 'in', [...new Set(readings.map(({ sha256 }) => sha256))])
    .execute();
  const isKnown = new Set(known.map(({ sha256 }) => sha256));
  const missing = new Map(
    readings.filter(({ sha256 }) => !isKnown.has(sha256)).map((each) => [each.sha256, each]),
  );
  for (const { sha256, type } of missing.values()) {
    const reading = before.then(() => readOne(db, join(dataFolder, 'files', sha256), sha256, type));
    before = reading.catch(() => undefined);
    await reading;
  }
}

async function readOne(db: Db, path: string, sha256: string, type: string): Promise<void> {
  const known = await db
    .selectFrom('reading_text')
    .select('sha256')
    .where('sha256', '=', sha256)
    .executeTakeFirst();
  if (known) return;
  const found = await extracted(path, type);
  const row = 'text' in found ? { text: found.text, why: null } : { text: null, why: found.why };
  await db
    .insertInto('reading_text')
    .values({ sha256, ...row })
    .onConflict((conflict) => conflict.doNothing())
    .execute();
}

/** What a file says, read in a thread of its own that ends when it takes too long or too much. */
function extracted(path: string, type: string): Promise<Extracted> {
  return new Promise((resolve) => {
    const thread = startThread(
      { built: 'extractThread', source: new URL('./extractThread.ts', import.meta.url) },
      { path, type },
      { maxOldGenerationSizeMb: LIMITS.memory },
    );
    const done = (found: Extracted) => {
      clearTimeout(timer);
      resolve(found);
      void thread.terminate();
    };
    const failed = (why: ReadingProblem) => done({ why });
    const timer = setTimeout(() => failed('slow'), LIMITS.time);
    thread.once('message', done);
    thread.once('error', (error: Error & { code?: string }) =>
      failed(error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? 'large' : 'broken'),
    );
    thread.once('exit', () => failed('broken'));
  });
}
