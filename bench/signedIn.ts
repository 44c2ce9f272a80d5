import { createHash, randomBytes } from 'node:crypto';
import { layOutLargeForum } from '../demo/largeForum';
import { openDatabase } from '../server/db/open';
import { someWords, writeTexts } from './ownWords';
import type { Signed } from './servedApart';

/** The address of the large forum. */
export const LARGE = { course: 'large-course', forum: 'large-forum' };
export const FORUM = `/api/courses/${LARGE.course}/forums/${LARGE.forum}`;

/** Lays a course with a large forum out in a data folder, and signs all its students in, straight in the data. */
export async function signedIn(
  folder: string,
  size: { readonly posts: number; readonly students: number },
): Promise<Signed[]> {
  const db = openDatabase(folder);
  await layOutLargeForum(db, size);
  await writeTexts(db, () => someWords(80));
  const people = Array.from({ length: size.students }, (_, n): Signed => ({
    id: `large-s${n}`,
    cookie: randomBytes(32).toString('base64url'),
    token: randomBytes(24).toString('base64url'),
  }));
  const now = Math.round(performance.timeOrigin + performance.now());
  await db
    .insertInto('session')
    .values(
      people.map(({ id, cookie, token }) => ({
        token_hash: createHash('sha256').update(cookie).digest('hex'),
        person_id: id,
        write_token: token,
        created_at: now,
        seen_at: now,
      })),
    )
    .execute();
  await db.destroy();
  return people.map((person) => ({ ...person, cookie: `juror_session=${person.cookie}` }));
}
