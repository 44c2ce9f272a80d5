import { toJson } from '../db/json';
import fc from 'fast-check';
import { sql } from 'kysely';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { accessTo } from '../../core/access/accessTo';
import { postsInPlace } from '../../core/access/mayRead';
import { readable } from '../../core/access/readable';
import type { Post } from '../../core/course/post';
import type { Person } from '../../core/course/roster';
import { conversation, groups, people, T } from '../../core/testing/conversations';
import { asPerson, course } from '../../core/testing/fixtures';
import { insertPost } from '../testing/insertPost';
import { testServer, type TestServer } from '../testing/testServer';
import { readableCondition } from './readableCondition';

const staff = (id: string, role: 'instructor' | 'assistant', sections: 'all' | string[]): Person => ({
  kind: 'staff',
  id,
  role,
  sections,
});
const readers: Person[] = [
  ...people.map((who) => asPerson(who)),
  staff('teodora', 'instructor', 'all'),
  staff('pilar', 'assistant', ['evening']),
  staff('pilar', 'assistant', []),
];

describe('the condition of queries', () => {
  let server: TestServer;
  beforeAll(async () => {
    server = await testServer();
    const { db } = server;
    await db
      .insertInto('forum')
      .values({
        id: 'forum',
        course_id: 'rivers',
        title: 'x',
        rules: toJson({} as never),
        prompt: toJson({} as never),
        prompt_html: '',
        status: 'published',
        position: 0,
        version: 1,
        created_at: 0,
      })
      .execute();
  });
  afterAll(() => server.close());

  const write = async (posts: readonly Post[]) => {
    const { db } = server;
    for (const table of ['post_change', 'removal', 'approval', 'post'] as const)
      await db.deleteFrom(table).execute();
    for (const post of posts) await insertPost(db, post);
  };

  it('is true for exactly the posts whose text core lets a person read, in every kind of forum, at any time', async () => {
    await fc.assert(
      fc.asyncProperty(conversation, fc.constantFrom(1010, 1500, 3000, T), async ({ f, posts }, t) => {
        await write(posts);
        const data = course({ students: people, forums: [f], posts, groups });
        for (const person of readers) {
          const access = accessTo(data, f, person, t);
          const expected = [...readable(access, postsInPlace(posts, t))]
            .filter(([, as]) => as === 'text')
            .map(([id]) => id);
          const { rows } = await sql<{ id: string }>`
            SELECT post.id FROM post WHERE ${readableCondition(access, t, true)}`.execute(server.db);
          expect(rows.map(({ id }) => id).sort()).toEqual(expected.sort());
        }
      }),
      { numRuns: 60 },
    );
  });
});
