import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { forumChange, type ForumChange } from '../../contract/live';
import type { PostBody, PostLine } from '../../contract/posts';
import { conversation, people, T } from '../../core/testing/conversations';
import { personOf } from '../course/setup/inCourse';
import { forumView } from '../discuss/forumView';
import { ATTACK, patience } from '../testing/attack';
import { conversationServer, layOut } from '../testing/layOutConversation';
import type { TestServer } from '../testing/testServer';
import { whomPostsConcern } from './whomPostsConcern';

let server: TestServer;
beforeAll(async () => {
  ({ server } = await conversationServer());
}, 60_000);
afterAll(() => server.close());

// What of a post is someone's own is not in what everyone is sent.
const ofLine = ({ unread: _, bookmarked: __, ...line }: PostLine) => line;
const ofBody = ({ nods, ...body }: PostBody) => ({
  ...body,
  reported: false,
  nods: nods && { ...nods, mine: null },
});
const sorted = <Each extends { readonly id: string }>(all: readonly Each[]) =>
  [...all].sort((a, b) => (a.id < b.id ? -1 : 1));

describe('what the stream brings of changed posts', () => {
  it(
    'is what each who gets it would be answered, had they asked, but for what is their own',
    async () => {
      let brought = 0;
      let asked = 0;
      await fc.assert(
        fc.asyncProperty(
          conversation,
          fc.array(fc.nat(), { minLength: 1, maxLength: 3 }),
          fc.constantFrom(500, 1010, 4000, T - 1),
          async ({ f, posts: sketched }, which, since) => {
            const { forum, posts } = await layOut(server, f, sketched);
            if (posts.length === 0) return;
            server.courses.forget('rivers');
            const setup = (await server.courses.get(server.db, 'rivers'))!;
            const changed = [...new Set(which.map((each) => posts[each % posts.length]!.id))];
            const decide = await whomPostsConcern(server.db, setup, forum.id, changed, since, T);
            for (const { id } of people) {
              const told = await decide(id);
              if (told === null) continue;
              if (told.bring === null) {
                asked++;
                continue;
              }
              brought++;
              const member = setup.members.get(id)!;
              const course = { setup, member, person: personOf(setup, member) };
              const change: ForumChange = forumChange.parse(JSON.parse(await told.bring()));
              const own = await forumView(server.db, course, forum.id, T, told.event.posts);
              const isTold = ({ id: post }: { id: string }) => told.event.posts.includes(post);
              expect(sorted(change.posts)).toEqual(sorted(own.posts.filter(isTold).map(ofLine)));
              expect(sorted(change.bodies)).toEqual(sorted(own.bodies.map(ofBody)));
              expect(change.sealedPosts).toBe(own.sealed?.posts ?? null);
              expect(change.questions).toEqual(
                own.questions.map(({ id: question, sealedPosts }) => ({ id: question, sealedPosts })),
              );
              expect(own.people).toEqual(expect.arrayContaining(change.people));
              // Had it come before they looked at all, it would be unread.
              for (const post of change.fresh)
                expect(own.posts.find((line) => line.id === post)!.unread).toBe(true);
            }
          },
        ),
        {
          numRuns: 150 * ATTACK.times,
          endOnFailure: true,
          ...(ATTACK.seed !== undefined && { seed: ATTACK.seed }),
        },
      );
      expect(brought).toBeGreaterThan(40);
      expect(asked).toBeGreaterThan(25);
    },
    patience(120_000),
  );
});
