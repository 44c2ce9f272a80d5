import { afterEach, describe, expect, it } from 'vitest';
import type { ForumView } from '../../contract/discuss';
import type { LiveEvent } from '../../contract/live';
import type { SearchHit } from '../../contract/search';
import type { ModerateView } from '../../contract/moderate';
import { quotationNode } from '../../core/text/quotation';
import { textOf } from '../../core/text/textOf';
import { seenPosts } from '../testing/seenPosts';
import { C, F, settings, withForum, type Client } from '../testing/testServer';

let c: Awaited<ReturnType<typeof withForum>>;
afterEach(() => c.server.close());

const BEFORE = 'The river owns it and nobody else does';
const AFTER = 'The miller owns it and nobody else does';
const acts = (who: Client, action: string, more: object = {}) =>
  who.send('post', `${F}/actions`, { action, posts: ['ines-1'], ...more });
const forumFor = async (who: Client) => (await who.get(F).expect(200)).body as ForumView;
const seen = async (who: Client) => seenPosts(await forumFor(who)).find(({ id }) => id === 'ines-1')!;
const found = async (who: Client, find: string) =>
  ((await who.get(`${C}/search?find=${find}`).expect(200)).body as { hits: SearchHit[] }).hits.length;
const kinds = async (who: Client) =>
  ((await who.get(`${C}/notices`).expect(200)).body as { groups: { kind: string }[] }).groups.map(
    ({ kind }) => kind,
  );
const naming = (text: string, id: string) => ({
  type: 'doc',
  content: [
    {
      type: 'paragraph',
      content: [
        { type: 'text', text: `${text} ` },
        { type: 'mention', attrs: { id, label: id } },
      ],
    },
  ],
});

/** Ines’s post was approved; Bram has opened the seal and reads it. Then she changes it, names Bram and adds a file. */
async function changedPost() {
  const { allowed } = settings().rules;
  c = await withForum({ hold: 'all', allowed: { ...allowed, attach: true, edit: { minutes: 30 } } });
  const write = (who: Client, id: string, text: string) =>
    who
      .send('post', `${F}/posts`, { id, parentId: null, doc: textOf(text), starter: false, draft: null })
      .expect(200);
  await write(c.ines, 'ines-1', BEFORE);
  await write(c.bram, 'bram-1', 'Whoever drowns in it owns it too');
  await c.teodora
    .send('post', `${F}/actions`, { action: 'approve', posts: ['ines-1', 'bram-1'] })
    .expect(200);
  c.server.now += 60_000;
  await c.ines.upload('file-x', Buffer.from('What the miller signed.'), 'deed.txt').expect(200);
  await c.ines
    .send('patch', `${F}/posts/ines-1`, {
      version: 1,
      doc: naming(AFTER, 'bram'),
      attachments: [{ id: 'file-x', alt: '' }],
    })
    .expect(200);
  c.server.now += 60_000;
}

describe('a change to an approved post, where all posts are held', () => {
  it('is read by its author and staff; everyone else reads, finds and quotes what was approved last', async () => {
    await changedPost();
    for (const who of [c.ines, c.teodora, c.pilar]) {
      const post = await seen(who);
      expect(post.html).toContain('miller');
      expect([post.change, post.waiting]).toEqual(['held', null]);
    }
    const post = await seen(c.bram);
    expect(post.html).toContain('The river owns it');
    expect([post.change, post.editedAt, post.number, post.version, post.revisions]).toEqual([
      null,
      null,
      1,
      1,
      0,
    ]);
    expect(post.attachments).toEqual([]);
    expect(post.words).toBe(8);
    expect([await found(c.bram, 'miller'), await found(c.bram, 'river')]).toEqual([0, 1]);
    expect(await kinds(c.bram)).toEqual(['approved']);
    await c.bram.get('/api/files/file-x').expect(404);
    await c.teodora.get('/api/files/file-x').expect(200);
    const quoting = (number: number, text: string) =>
      c.bram.send('post', `${F}/posts`, {
        id: `quote-${number}`,
        parentId: 'ines-1',
        doc: {
          type: 'doc',
          content: [quotationNode('ines-1', number, text), ...textOf('Does it?').content!],
        },
        starter: false,
        draft: null,
      });
    await quoting(2, 'The miller owns it').expect(422);
    await quoting(1, 'The river owns it').expect(200);
  });

  it('stays hidden in a passage that staff or its author quote from it', async () => {
    await changedPost();
    const quoting = {
      type: 'doc',
      content: [quotationNode('ines-1', 2, 'The miller owns it'), ...textOf('See above.').content!],
    };
    await c.teodora
      .send('post', `${F}/posts`, {
        id: 'staff-1',
        parentId: 'bram-1',
        doc: quoting,
        starter: false,
        draft: null,
      })
      .expect(200);
    expect((await c.bram.get(F)).text).not.toContain('miller');
    await acts(c.teodora, 'approve').expect(200);
    expect((await c.bram.get(F)).text).toContain('miller');
  });

  it('is read, found, told and fetched by all once it is approved; undone, all that is taken back', async () => {
    await changedPost();
    await acts(c.teodora, 'approve').expect(200);
    c.server.now += 1000;
    expect((await seen(c.bram)).html).toContain('miller');
    expect([await found(c.bram, 'miller'), await found(c.bram, 'river')]).toEqual([1, 0]);
    expect(await kinds(c.bram)).toContain('mention');
    expect(await kinds(c.ines)).toContain('changeApproved');
    await c.bram.get('/api/files/file-x').expect(200);
    await acts(c.teodora, 'waitAgain').expect(200);
    c.server.now += 1000;
    expect((await seen(c.bram)).html).toContain('river');
    expect([await found(c.bram, 'miller'), await found(c.bram, 'river')]).toEqual([0, 1]);
    expect(await kinds(c.bram)).not.toContain('mention');
    await c.bram.get('/api/files/file-x').expect(404);
    await acts(c.teodora, 'waitAgain')
      .expect(200)
      .expect(({ body }) => {
        expect((body as { passed: unknown[] }).passed).toHaveLength(1);
      });
  });

  it('waits in the list of staff, is given back with a reason and sent again, though editing is over', async () => {
    await changedPost();
    const waiting = async () =>
      ((await c.teodora.get(`${F}/moderate`).expect(200)).body as ModerateView).waiting;
    expect(await waiting()).toMatchObject([{ id: 'ines-1', standing: 1 }]);
    await acts(c.teodora, 'return', { reason: 'Name your source.' }).expect(200);
    expect(await waiting()).toEqual([]);
    expect(await kinds(c.ines)).toContain('changeReturned');
    const mine = await seen(c.ines);
    expect([mine.change, mine.returnedWhy, mine.may.edit.yes]).toEqual([
      'returned',
      'Name your source.',
      true,
    ]);
    const theirs = await seen(c.bram);
    expect([theirs.change, theirs.returnedWhy, theirs.html.includes('river')]).toEqual([null, null, true]);
    c.server.now += 60 * 60_000;
    await c.ines
      .send('patch', `${F}/posts/ines-1`, {
        version: 2,
        doc: textOf(`${AFTER}, says the deed`),
        attachments: [],
      })
      .expect(200);
    expect((await seen(c.bram)).html).toContain('river');
    expect(await waiting()).toMatchObject([{ id: 'ines-1', standing: 1, returnedWhy: 'Name your source.' }]);
    await acts(c.teodora, 'approve').expect(200);
    expect((await seen(c.bram)).html).toContain('says the deed');
    // The file came with what was given back, and stays between its author and staff.
    await c.bram.get('/api/files/file-x').expect(404);
  });

  it('goes on waiting when its post is held as a whole and that is undone', async () => {
    await changedPost();
    await acts(c.teodora, 'hold').expect(200);
    c.server.now += 1000;
    expect(await found(c.bram, 'river')).toBe(0);
    await acts(c.teodora, 'unhold').expect(200);
    c.server.now += 1000;
    expect((await seen(c.bram)).html).toContain('river');
    expect((await seen(c.ines)).change).toBe('held');
    await acts(c.teodora, 'unhold')
      .expect(200)
      .expect(({ body }) => {
        expect((body as { passed: unknown[] }).passed).toHaveLength(1);
      });
    await acts(c.teodora, 'approve').expect(200);
    expect((await seen(c.bram)).html).toContain('miller');
  });

  it('stands at once where staff change the text', async () => {
    await changedPost();
    await c.teodora
      .send('patch', `${F}/posts/ines-1`, {
        version: 2,
        doc: textOf('The county owns it, by law'),
        attachments: [],
      })
      .expect(200);
    expect((await seen(c.bram)).html).toContain('county');
    expect(await found(c.bram, 'county')).toBe(1);
    expect((await seen(c.ines)).change).toBeNull();
  });

  it('is no event to who does not read it', async () => {
    await changedPost();
    const heard = new Map<string, LiveEvent[]>();
    for (const personId of ['ines', 'bram', 'chidi', 'teodora'])
      await c.server.deps.live.open(
        {
          personId,
          stillSignedIn: () => Promise.resolve(true),
          write: (text) => {
            const data = /^data: (.+)$/m.exec(text)?.[1];
            if (data && data !== '{}')
              heard.set(personId, [...(heard.get(personId) ?? []), JSON.parse(data) as LiveEvent]);
          },
          end: () => undefined,
        },
        null,
      );
    const told = async () => {
      await c.server.deps.live.settled();
      const names = [...heard].filter(([, events]) => events.some(({ kind }) => kind === 'forum'));
      heard.clear();
      return names.map(([name]) => name).sort();
    };
    c.server.now += 60_000;
    await c.ines
      .send('patch', `${F}/posts/ines-1`, { version: 2, doc: textOf(`${AFTER} at all`), attachments: [] })
      .expect(200);
    expect(await told()).toEqual(['ines', 'teodora']);
    c.server.now += 60_000;
    await acts(c.teodora, 'approve').expect(200);
    expect(await told()).toEqual(['bram', 'chidi', 'ines', 'teodora']);
  });
});
