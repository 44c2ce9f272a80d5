import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { quotationNode } from '../../core/text/quotation';
import { textOf } from '../../core/text/textOf';
import { openDatabase } from '../db/open';
import { C, F, withForum, words } from '../testing/testServer';
import { reachedIn } from './received';
import { packReceipts, unpackReceipts, type Receipt } from './receivedLog';

describe('what reached someone, packed', () => {
  const moments = fc.array(
    fc.record({
      at: fc.integer({ min: 1_700_000_000_000, max: 1_900_000_000_000 }),
      posts: fc.uniqueArray(fc.nat(2_000_000), { minLength: 1, maxLength: 30 }),
      version: fc.constantFrom(1, 1, 1, 2, 300),
    }),
    { maxLength: 12 },
  );
  const receiptsOf = (all: readonly { at: number; posts: readonly number[]; version: number }[]): Receipt[] =>
    [...new Map(all.map((moment) => [moment.at, moment])).values()].flatMap(({ at, posts, version }) =>
      [...posts].sort((a, b) => a - b).map((post) => ({ post, version, at })),
    );
  it('comes back as it was, whatever the clock did', () => {
    fc.assert(
      fc.property(moments, (all) => {
        const receipts = receiptsOf(all);
        expect(unpackReceipts(packReceipts(receipts))).toEqual(receipts);
      }),
    );
  });
  it('of 2,000 students in 40 forums takes at most 100 MB, with 200 posts read in ten sittings of each', () => {
    const receipts = Array.from({ length: 200 }, (_, n) => ({
      post: 1_000_000 + n * 3,
      version: n % 10 === 0 ? 2 : 1,
      at: 1_800_000_000_000 + Math.floor(n / 20) * 86_400_000,
    }));
    const row = packReceipts(receipts).length + 'person-id-of-36-characters-and-forum'.length * 2 + 20;
    expect(2000 * 40 * row).toBeLessThan(100_000_000);
  });
  it('says so when it was cut off', () => {
    expect(() => unpackReceipts(packReceipts([{ post: 5, version: 7, at: 1 }]).subarray(0, -1))).toThrow(
      'cut off',
    );
  });
});

describe('what reached whom', () => {
  let c: Awaited<ReturnType<typeof withForum>>;
  beforeEach(async () => {
    c = await withForum({ seal: null });
  });
  afterEach(() => c.server.close());
  const reached = async (who = 'bram') =>
    (await reachedIn(c.server.db, who, 'floodplain')).map(({ postId, version }) => [postId, version]);

  it('is kept with its version and first instant, in forums without a seal too', async () => {
    await c.write(c.ines, 'ines-1', 8).expect(200);
    const first = c.server.now;
    await c.bram.get(F).expect(200);
    c.server.now += 60_000;
    await c.bram.get(F).expect(200);
    await c.ines.send('patch', `${F}/posts/ines-1`, { version: 1, doc: words(9) }).expect(200);
    await c.bram.get(`${F}/bodies?posts=ines-1`).expect(200);
    expect(await reachedIn(c.server.db, 'bram', 'floodplain')).toEqual([
      { postId: 'ines-1', version: 1, at: first },
      { postId: 'ines-1', version: 2, at: c.server.now },
    ]);
    expect(await reached('ines')).toEqual([]);
    expect(await reached('teodora')).toEqual([]);
  });
  it('counts what a search and a quotation show', async () => {
    await c.write(c.ines, 'ines-1', 8).expect(200);
    await c.bram.get(`${C}/search?find=river`).expect(200);
    expect(await reached()).toEqual([['ines-1', 1]]);
    const doc = {
      type: 'doc',
      content: [quotationNode('ines-1', 1, 'river river'), ...textOf('And so?').content!],
    };
    await c.chidi
      .send('post', `${F}/posts`, { id: 'chidi-1', parentId: null, doc, starter: false, draft: null })
      .expect(200);
    await c.ines.send('patch', `${F}/posts/ines-1`, { version: 1, doc: words(9, 'weir') }).expect(200);
    const dalia = await c.server.as('dalia');
    await dalia.get(`${F}/bodies?posts=chidi-1`).expect(200);
    expect(await reached('dalia')).toEqual([
      ['ines-1', 1],
      ['chidi-1', 1],
    ]);
  });
  it('is written once, however often and from wherever it comes, and goes on after a start', async () => {
    for (let n = 0; n < 30; n++) await c.write(c.ines, `ines-${n}`, 8).expect(200);
    await Promise.all(Array.from({ length: 10 }, () => c.bram.get(F).expect(200)));
    expect(await reached()).toHaveLength(30);
    await c.write(c.chidi, 'chidi-1', 8).expect(200);
    await c.bram.get(F).expect(200);
    expect(await reached()).toHaveLength(31);
    const again = openDatabase(c.server.dataFolder);
    expect(await reachedIn(again, 'bram', 'floodplain')).toHaveLength(31);
    await again.destroy();
    expect(await c.server.db.selectFrom('received_log').selectAll().execute()).toHaveLength(1);
  });
});
