import { afterEach, describe, expect, it } from 'vitest';
import { at, F, withForum } from '../testing/testServer';
import { reviewed } from '../testing/reviewed';
import { Settling } from './settling';

const ROUND = reviewed();

let c: Awaited<ReturnType<typeof withForum>>;
const assigned = async () => {
  await c.server.deps.settling.settled();
  const rows = await c.server.db.selectFrom('assignment').selectAll().orderBy('made_at').execute();
  return rows.map(({ reviewer_id, author_id, made_at, ended_how }) => ({
    reviewer_id,
    author_id,
    made_at,
    ended_how,
  }));
};

describe('settling', () => {
  afterEach(() => c.server.close());

  it('pairs when the initial posts are due, gives latecomers theirs, and lets lapse what was removed', async () => {
    c = await withForum(ROUND);
    await c.write(c.ines, 'by-ines', 9).expect(200);
    await c.write(c.bram, 'by-bram', 9).expect(200);
    expect(await assigned()).toEqual([]);
    c.server.now = at('03-05 00:00') + 400;
    await c.server.deps.settling.pass();
    // Nobody has started the clock's look: the next change settles it.
    await c.write(c.chidi, 'by-chidi', 9).expect(200);
    const all = await assigned();
    expect(all.map(({ reviewer_id }) => reviewer_id).sort()).toEqual(['bram', 'chidi', 'ines']);
    await c.teodora.send('delete', `${F}/posts/by-bram`).expect(200);
    const then = await assigned();
    expect(
      then.filter(({ ended_how }) => ended_how === 'lapsed').map(({ author_id }) => author_id),
    ).toContain('bram');
    for (const { reviewer_id, author_id, ended_how } of then)
      if (ended_how === null) expect(reviewer_id).not.toBe(author_id);
  });

  it('goes on after a start as if it had never stopped', async () => {
    c = await withForum(ROUND);
    const { deps } = c.server;
    await deps.settling.start();
    await c.write(c.ines, 'by-ines', 9).expect(200);
    await c.write(c.bram, 'by-bram', 9).expect(200);
    await deps.settling.stop();
    c.server.now = at('03-06 10:00');
    const again = new Settling(deps);
    await again.start();
    await again.stop();
    const all = await assigned();
    expect(all.map(({ made_at }) => made_at)).toEqual([at('03-05 00:00'), at('03-05 00:00')]);
    const book = await c.server.db.selectFrom('review_book').selectAll().executeTakeFirstOrThrow();
    expect(book).toMatchObject({ paired_at: at('03-05 00:00') });
    expect(book.seed).toMatch(/^[0-9a-f]{32}$/);
  });

  it('does nothing where nobody reviews', async () => {
    c = await withForum({ seal: null });
    await c.write(c.ines, 'by-ines', 9).expect(200);
    expect(await assigned()).toEqual([]);
    expect(await c.server.db.selectFrom('review_book').selectAll().execute()).toEqual([]);
  });
});
