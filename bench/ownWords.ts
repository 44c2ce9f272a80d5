import { toJson } from '../server/db/json';
import { textOf } from '../core/text/textOf';
import { steadyRandom } from '../demo/prose';
import type { Db } from '../server/db/open';

/** A number from 0 to 1, the same ones in every run. */
export const drawn = steadyRandom(7);
/** A word as seldom as words are: a few very often, most hardly ever. */
const word = () => `w${Math.floor(drawn() ** 3 * 20_000).toString(36)}`;
/** Words that nobody else has in this order. */
export const someWords = (n: number): string[] => Array.from({ length: n }, word);

/** Gives every post of a data file words of its own, in the order they were written. @param said what the one of this number says */
export async function writeTexts(db: Db, said: (number: number) => readonly string[]): Promise<void> {
  const posts = await db.selectFrom('post').select('id').orderBy('created_at').orderBy('id').execute();
  await db.transaction().execute(async (trx) => {
    for (const [number, { id }] of posts.entries()) {
      const text = said(number).join(' ');
      await trx
        .updateTable('revision')
        .set({ doc: toJson(textOf(text)), html: `<p>${text}</p>`, text })
        .where('post_id', '=', id)
        .execute();
    }
  });
}
