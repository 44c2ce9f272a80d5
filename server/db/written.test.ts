import { afterEach, describe, expect, it } from 'vitest';
import { C, withForum } from '../testing/testServer';
import { writtenIn } from './written';

let c: Awaited<ReturnType<typeof withForum>>;
afterEach(() => c.server.close());

/** How often sessions were ended. */
const ended = () => writtenIn(c.server.db.getExecutor().adapter).countOf(['delete session']);

describe('what was written', () => {
  it('is counted once it is committed, by what was done to which table', async () => {
    c = await withForum();
    const before = ended();
    await c.server.db.deleteFrom('session').where('token_hash', '=', 'nobody').execute();
    expect(ended()).toBe(before + 1);
    await c.server.db.updateTable('session').set({ browser: null }).execute();
    expect(ended()).toBe(before + 1);
    await c.server.db.transaction().execute(async (trx) => {
      await trx.deleteFrom('session').where('token_hash', '=', 'nobody').execute();
      expect(ended()).toBe(before + 1);
    });
    expect(ended()).toBe(before + 2);
  });

  it('ends a session that was kept in memory, and one that was not ended after all goes on', async () => {
    c = await withForum();
    const { ines, server } = c;
    await ines.get('/api/session').expect(200);
    const end = server.db.transaction().execute(async (trx) => {
      await trx.deleteFrom('session').where('person_id', '=', 'ines').execute();
      throw new Error('taken back');
    });
    await expect(end).rejects.toThrow('taken back');
    await ines.get(C).expect(200);
    await server.db.deleteFrom('session').where('person_id', '=', 'ines').execute();
    await ines.get(C).expect(401);
  });
});
