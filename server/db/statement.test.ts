import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { testServer, type TestServer } from '../testing/testServer';
import { listed, statement } from './statement';

let server: TestServer;
beforeEach(async () => {
  server = await testServer();
});
afterEach(() => server.close());

describe('a statement', () => {
  let times = 0;
  const named = statement((db, at: { ids: string; course: string }) => {
    times++;
    return db
      .selectFrom('member')
      .select(['person_id', 'role'])
      .where('course_id', '=', at.course)
      .where('role', '=', 'student')
      .where('person_id', 'in', listed(at.ids))
      .orderBy('person_id');
  });
  const ask = (ids: readonly string[], course = 'rivers') =>
    named(server.db, { ids: JSON.stringify(ids), course });

  it('is written once, and asked with other values each time', async () => {
    expect((await ask(['ines', 'bram', 'teodora'])).map(({ person_id }) => person_id)).toEqual([
      'bram',
      'ines',
    ]);
    expect(await ask(['ines'])).toEqual([{ person_id: 'ines', role: 'student' }]);
    expect(await ask([])).toEqual([]);
    expect(await ask(['ines'], 'elsewhere')).toEqual([]);
    expect(times).toBe(1);
  });
  it('sees what its transaction has written, and nobody else does', async () => {
    await server.db.transaction().execute(async (trx) => {
      await trx.updateTable('member').set({ role: 'assistant' }).where('person_id', '=', 'ines').execute();
      expect(await named(trx, { ids: '["ines"]', course: 'rivers' })).toEqual([]);
      expect(await ask(['ines'])).toHaveLength(1);
    });
    expect(await ask(['ines'])).toEqual([]);
  });
});
