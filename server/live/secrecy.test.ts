import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { LiveEvent } from '../../contract/live';
import { accessTo } from '../../core/access/accessTo';
import { mayRead, postsInPlace, type PostInPlace } from '../../core/access/mayRead';
import { readable, sealedCount } from '../../core/access/readable';
import { moveBranch } from '../../core/moderate/moveBranch';
import { conversation, groups, people, T } from '../../core/testing/conversations';
import { course } from '../../core/testing/fixtures';
import { ATTACK, patience, report } from '../testing/attack';
import { conversationServer, layOut, READERS, secretOf } from '../testing/layOutConversation';
import { C, type Client, type TestServer } from '../testing/testServer';

let server: TestServer;
let clients: ReadonlyMap<string, Client>;
const heard = new Map<string, LiveEvent[]>();
/** The names of everyone's streams. */
const streams = new Map<string, string>();
beforeAll(async () => {
  ({ server, clients } = await conversationServer());
  for (const { id } of READERS) {
    await clients.get(id)!.send('put', '/api/mail/choice', { choice: 'atOnce' }).expect(200);
    await server.deps.live.open(
      {
        personId: id,
        stillSignedIn: () => Promise.resolve(true),
        write: (text) => {
          const stream = /^data: {"stream":"(.+)"}$/m.exec(text)?.[1];
          if (stream) return void streams.set(id, stream);
          const data = /^data: (.+)$/m.exec(text)?.[1];
          if (data && data !== '{}') heard.set(id, [...(heard.get(id) ?? []), JSON.parse(data) as LiveEvent]);
        },
        end: () => undefined,
      },
      null,
    );
  }
  await server.db.insertInto('setting').values({ key: 'mailSince', value: '0' }).execute();
}, 60_000);
afterAll(() => server.close());

describe('what reaches people by itself', () => {
  it(
    'names no post that they may not read: by no event, notice, mail or file of the outbox, also after a branch is moved',
    async () => {
      let hidden = 0;
      let named = 0;
      await fc.assert(
        fc.asyncProperty(conversation, fc.nat(), fc.nat(), async ({ f, posts: sketched }, which, where) => {
          heard.clear();
          const { forum, posts: laid } = await layOut(server, f, sketched);
          server.courses.forget('rivers');
          for (const post of laid)
            await server.db
              .insertInto('mention')
              .values({ post_id: post.id, person_id: 'ines', at: 1500 })
              .execute();
          for (const { id } of READERS)
            await server.db
              .insertInto('follow')
              .values({ person_id: id, forum_id: forum.id, since: 0 })
              .execute();
          // Staff move a branch, as far as that can be done.
          let posts = laid;
          const [root, to] = [laid[which % laid.length], laid[where % laid.length]];
          if (root && to) {
            const moved = moveBranch(laid, root.id, { parentId: to.id }, (post) => post.removals.length > 0);
            const answer = await clients
              .get('teodora')!
              .send('put', `${C}/forums/${forum.id}/posts/${root.id}/place`, { parentId: to.id });
            expect([200, 404, 422]).toContain(answer.status);
            if (answer.status === 200 && 'posts' in moved) {
              const changes = new Map(moved.posts.map((each) => [each.id, each]));
              posts = laid.map((post) => ({ ...post, ...changes.get(post.id) }));
            }
          }
          for (const { id } of READERS) {
            const forums = [{ course: 'rivers', forum: forum.id }];
            expect(server.deps.live.haveOpen(id, streams.get(id)!, forums)).toBe(true);
          }
          // What was laid down past the server is told as if it had been written there.
          const everything = new Map([[forum.id, laid.map(({ id }) => id)]]);
          server.deps.live.changed('rivers', { at: T, posts: everything, scores: [], people: [] });
          await server.deps.live.settled();
          await server.deps.mailer.pass();

          const data = course({ students: people, forums: [forum], posts, groups });
          const placed = postsInPlace(posts, T);
          const mails = await server.db.selectFrom('mail').selectAll().execute();
          for (const person of READERS) {
            const access = accessTo(data, forum, person, T);
            const sees = readable(access, placed);
            const unread = placed.filter(({ id }) => sees.get(id) !== 'text');
            hidden += unread.length;
            const events = heard.get(person.id) ?? [];
            const client = clients.get(person.id)!;
            const notices = await client.get(`${C}/notices`).expect(200);
            const mine = mails.filter(({ person_id }) => person_id === person.id);
            const files = mine.map(({ id }) =>
              readFileSync(join(server.dataFolder, 'outbox', `${id}.eml`), 'utf8'),
            );
            for (const place of unread) {
              const told = `${JSON.stringify(events.map((event) => 'change' in event && event.change))} ${notices.text} ${JSON.stringify(mine)} ${files.join(' ')}`;
              if (told.includes(place.id)) throw new Error(`${person.id} was told of ${place.id}`);
              if (told.includes(secretOf(place.id)))
                throw new Error(`${person.id} was told what ${place.id} says`);
              // What was read a moment ago may be said to have changed; what never could be is not named.
              if (!mayRead(access, place).yes && JSON.stringify(events).includes(place.id))
                throw new Error(`an event named ${place.id} to ${person.id}`);
            }
            named += events.flatMap((event) => (event.kind === 'forum' ? event.posts : [])).length;
            // Whoever reads nothing of it and is told no number, neither now nor before the branch was moved, hears nothing at all.
            const knowsNothing = (places: readonly PostInPlace[]) =>
              access.kind === 'student' &&
              sealedCount(access, places) === 0 &&
              readable(access, places).size === 0;
            if (knowsNothing(placed) && knowsNothing(postsInPlace(laid, T)))
              expect(events.filter(({ kind }) => kind === 'forum')).toEqual([]);
            const answer = await client.get(`${C}/forums/${forum.id}`);
            if (answer.status === 200 && access.kind === 'student')
              expect((answer.body as { sealed: { posts: number } | null }).sealed?.posts ?? 0).toBe(
                sealedCount(access, placed),
              );
          }
        }),
        {
          numRuns: 12 * ATTACK.times,
          endOnFailure: true,
          ...(ATTACK.seed !== undefined && { seed: ATTACK.seed }),
        },
      );
      expect(hidden).toBeGreaterThan(50);
      expect(named).toBeGreaterThan(50);
      report(`${named} posts named by events, none to who may not know of it`);
    },
    patience(240_000),
  );
});
