import type { AnswerOf } from '../../contract/endpoint';
import type { Reviewing } from '../../contract/reviewing';
import type { getReceived, listReviews, ReviewPage } from '../../contract/reviews';
import { textOf } from '../../core/text/textOf';
import { reviewed } from './reviewed';
import { at, C, F, withForum, type Client } from './testServer';

/** A forum in which students review one another, and everyone signed in. */
export type Exchange = Awaited<ReturnType<typeof withForum>>;

/** The smallest image there is. */
export const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);

/** What a review holds: an overall comment, and what a test says besides. */
export const content = (overall: string, more: object = {}) => ({
  values: {},
  overall: textOf(overall),
  passages: [],
  files: [],
  ...more,
});

/** Waits until everything is settled that was to be. */
export const settled = (c: Exchange) => c.server.deps.settling.settled();

/** Three have posted in time, and partners are drawn. */
export async function drawn(...rules: Parameters<typeof reviewed>): Promise<Exchange> {
  const c = await withForum(reviewed(...rules));
  await c.write(c.ines, 'by-ines', 9).expect(200);
  await c.write(c.bram, 'by-bram', 9).expect(200);
  await c.write(c.chidi, 'by-chidi', 9).expect(200);
  c.server.now = at('03-05 00:00') + 1000;
  c.server.deps.settling.settleAt('rivers', c.server.now);
  await settled(c);
  return c;
}

export const list = async (who: Client) =>
  (await who.get(`${C}/reviews`).expect(200)).body as AnswerOf<typeof listReviews>;
export const page = async (who: Client, id: string) =>
  (await who.get(`${C}/reviews/${id}`).expect(200)).body as ReviewPage;
export const received = async (who: Client) =>
  (await who.get(`${F}/received-reviews`).expect(200)).body as AnswerOf<typeof getReceived>;
/** Who reviews whom, as an instructor sees it. */
export const pairsOf = async (c: Exchange) =>
  (await c.teodora.get(`${F}/reviewing`).expect(200)).body as Reviewing;
export const send = (who: Client, id: string, sent: object, after = 0) =>
  who.send('post', `${C}/reviews/${id}/versions`, { after, content: sent });

/** The three students by their ids. */
export const clients = (c: Exchange) =>
  ({ ines: c.ines, bram: c.bram, chidi: c.chidi }) as Record<string, Client>;

/** Who reviews Ines's post, and by which assignment. */
export async function ofInes(c: Exchange) {
  const { assignments } = await pairsOf(c);
  const { id, reviewerId } = assignments.find(({ authorId }) => authorId === 'ines')!;
  return { id, reviewerId, reviewer: clients(c)[reviewerId]! };
}
