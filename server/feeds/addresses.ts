import { atomFeed, feedFile, rssFeed } from '../../contract/fileRoutes';
import type { Db } from '../db/open';
import { hashOfSecret, newSecret } from '../secrets/secretAddress';

const at = (path: string, secret: string) => path.replace(':secret', secret);

/** The addresses below a secret, within Juror. */
export const feedAddresses = (secret: string) => ({
  posts: at(atomFeed.path, secret),
  recordings: at(rssFeed.path, secret),
  file: (fileId: string) => at(feedFile.path, secret).replace(':file', fileId),
});

/** Makes the secret of somebody's feed of a forum; one that was made before stops working. Only its hash is kept. */
export async function makeFeedSecret(
  db: Db,
  personId: string,
  forumId: string,
  now: number,
): Promise<string> {
  const secret = newSecret();
  const made = { hash: hashOfSecret(secret), made_at: now };
  await db
    .insertInto('feed_address')
    .values({ person_id: personId, forum_id: forumId, ...made })
    .onConflict((conflict) => conflict.columns(['person_id', 'forum_id']).doUpdateSet(made))
    .execute();
  return secret;
}

/** Whose feed of which forum a secret opens; null: none. */
export async function feedBehind(
  db: Db,
  secret: string,
): Promise<{ personId: string; forumId: string; courseId: string; madeAt: number } | null> {
  const row = await db
    .selectFrom('feed_address')
    .innerJoin('forum', 'forum.id', 'feed_address.forum_id')
    .select(['feed_address.person_id', 'feed_address.forum_id', 'feed_address.made_at', 'forum.course_id'])
    .where('feed_address.hash', '=', hashOfSecret(secret))
    .executeTakeFirst();
  return row === undefined
    ? null
    : {
        ...{ personId: row.person_id, forumId: row.forum_id },
        ...{ courseId: row.course_id, madeAt: row.made_at },
      };
}
