import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { ForumView } from '../../contract/discuss';
import { quotationNode } from '../../core/text/quotation';
import { textOf } from '../../core/text/textOf';
import type { RichNode } from '../../core/text/richText';
import { seenPosts } from '../testing/seenPosts';
import { C, F, withForum, type Client } from '../testing/testServer';

let c: Awaited<ReturnType<typeof withForum>>;
afterEach(() => c.server.close());
const SAID = 'You must let the water use it too.';
const view = async (who: Client) => (await who.get(F).expect(200)).body as ForumView;
const htmlOf = async (who: Client, id: string) =>
  seenPosts(await view(who)).find((post) => post.id === id)?.html ?? '';
const post = (who: Client, id: string, doc: RichNode, parentId: string | null = null, more: object = {}) =>
  who.send('post', `${F}/posts`, { id, parentId, doc, starter: false, draft: null, ...more });
const quoting = (source: string, passage: string, version = 1): RichNode => ({
  type: 'doc',
  content: [
    quotationNode(source, version, passage),
    ...(textOf('Who enforces that duty, and how?').content ?? []),
  ],
});
const field = (answer: { body: { errors?: { field: string }[] } }) => answer.body.errors?.[0]?.field;

describe('a quoted passage', () => {
  beforeEach(async () => {
    c = await withForum({ seal: null });
    await post(c.ines, 'ines-1', textOf(`The deed was written in a dry decade. ${SAID}`)).expect(200);
  });
  it('is linked to its source, and is no word of who quotes it', async () => {
    const answer = await post(c.bram, 'bram-1', quoting('ines-1', 'let the water use it'), 'ines-1').expect(
      200,
    );
    expect(answer.body.words).toBe(6);
    const html = await htmlOf(c.chidi, 'bram-1');
    expect(html).toContain('let the water use it');
    expect(html).toContain('href="/c/rivers/discuss/floodplain#post-ines-1"');
    const found = (await c.chidi.get(`${F}/found?find=${encodeURIComponent('water use')}`)).body
      .posts as string[];
    expect(found).toEqual(['ines-1']);
  });
  it('has to stand in the post and version it names, word for word', async () => {
    for (const doc of [
      quoting('ines-1', 'let the water drown it'),
      quoting('ines-1', 'let the water use it', 2),
      quoting('nothing-there', 'let the water use it'),
    ])
      expect(field(await post(c.bram, 'bram-1', doc, 'ines-1').expect(422))).toBe('doc');
    // However its lines are broken.
    await post(c.bram, 'bram-1', quoting('ines-1', 'let the\nwater   use it'), 'ines-1').expect(200);
  });
  it('says that it is from an earlier version once its source was changed; and may stay when its post is', async () => {
    await post(c.bram, 'bram-1', quoting('ines-1', 'let the water use it'), 'ines-1').expect(200);
    await c.ines
      .send('patch', `${F}/posts/ines-1`, { version: 1, doc: textOf('I have thought about it again since.') })
      .expect(200);
    expect(await htmlOf(c.chidi, 'bram-1')).toContain('in an earlier version');
    expect(field(await post(c.chidi, 'chidi-1', quoting('ines-1', 'let the water use it')).expect(422))).toBe(
      'doc',
    );
    await c.bram
      .send('patch', `${F}/posts/bram-1`, { version: 1, doc: quoting('ines-1', 'the water use it') })
      .expect(200);
  });
  it('is shown to those alone who may read its source: not when that is removed, nor in what its author edits', async () => {
    await post(c.bram, 'bram-1', quoting('ines-1', 'let the water use it')).expect(200);
    await c.teodora.send('delete', `${F}/posts/ines-1`).expect(200);
    for (const who of [c.bram, c.chidi]) {
      const html = await htmlOf(who, 'bram-1');
      expect(html).toContain('that you may not read');
      expect(html).not.toContain('water');
      expect(html).not.toContain('ines');
    }
    expect(await htmlOf(c.teodora, 'bram-1')).toContain('let the water use it');
    expect(await htmlOf(c.ines, 'bram-1')).toContain('let the water use it');
    const { doc, version } = (await c.bram.get(`${F}/posts/bram-1/doc`).expect(200)).body as {
      doc: RichNode;
      version: number;
    };
    expect(JSON.stringify(doc)).not.toContain('water');
    expect((await c.bram.get(`${F}/posts/bram-1/revisions`)).text).not.toContain('water');
    // What its author was not shown is not lost by sending the text again.
    const again = { ...doc, content: [...doc.content!, ...textOf('And one more thing.').content!] };
    await c.bram.send('patch', `${F}/posts/bram-1`, { version, doc: again }).expect(200);
    await c.teodora.send('post', `${F}/posts/ines-1/restore`).expect(200);
    expect(await htmlOf(c.chidi, 'bram-1')).toContain('let the water use it');
  });
  it('is struck by staff, who see it still, and brought back', async () => {
    await post(c.bram, 'bram-1', quoting('ines-1', 'let the water use it')).expect(200);
    const strike = (who: Client, struck: boolean, source = 'ines-1') =>
      who.send('put', `${F}/posts/bram-1/quoted/${source}`, { struck });
    await strike(c.chidi, true).expect(404);
    await strike(c.teodora, true, 'elsewhere').expect(404);
    await strike(c.teodora, true).expect(200);
    expect(await htmlOf(c.chidi, 'bram-1')).toContain('Staff struck');
    expect(await htmlOf(c.chidi, 'bram-1')).not.toContain('water');
    expect(await htmlOf(c.teodora, 'bram-1')).toContain('water');
    await strike(c.teodora, false).expect(200);
    expect(await htmlOf(c.chidi, 'bram-1')).toContain('let the water use it');
    const kept = await c.server.db
      .selectFrom('record')
      .select('what')
      .where('subject', '=', 'post:bram-1')
      .execute();
    expect(kept.map(({ what }) => what)).toEqual(['quote.struck', 'quote.restored']);
  });
  it('is plain text on its own, and within bounds', async () => {
    const inList = {
      type: 'doc',
      content: [
        { type: 'bulletList', content: [{ type: 'listItem', content: [quotationNode('ines-1', 1, 'it')] }] },
      ],
    };
    const withImage = {
      type: 'doc',
      content: [
        {
          type: 'quotation',
          attrs: { post: 'ines-1', version: 1 },
          content: [{ type: 'image', attrs: { src: '/api/files/x123' } }],
        },
      ],
    };
    for (const doc of [inList, withImage, quoting('ines-1', 'x'.repeat(5001))])
      expect(field(await post(c.bram, 'bram-1', doc).expect(422))).toBe('doc');
  });
});

describe('under the seal', () => {
  it('nothing sealed can be quoted', async () => {
    c = await withForum();
    await post(c.ines, 'ines-1', textOf(`The deed was written in a dry decade. ${SAID}`)).expect(200);
    const guessed = await post(c.bram, 'bram-1', quoting('ines-1', 'let the water use it'));
    const unknown = await post(c.bram, 'bram-1', quoting('nothing-1', 'let the water use it'));
    expect([guessed.status, guessed.text]).toEqual([unknown.status, unknown.text]);
  });
});

describe('a mention', () => {
  const mention = (id: string, label = 'someone'): RichNode => ({
    type: 'doc',
    content: [
      {
        type: 'paragraph',
        content: [
          { type: 'mention', attrs: { id, label } },
          { type: 'text', text: ' has seen it too.' },
        ],
      },
    ],
  });
  const people = async (who: Client, forum = 'floodplain', query = '') =>
    ((await who.get(`${C}/forums/${forum}/people${query}`).expect(200)).body.people as { id: string }[])
      .map(({ id }) => id)
      .sort();
  beforeEach(async () => {
    c = await withForum({ seal: null });
  });
  it('names whoever reads the conversation, by the name they have', async () => {
    expect(await people(c.ines)).toEqual(['anselm', 'bram', 'chidi', 'dalia', 'pilar', 'teodora']);
    await post(c.ines, 'ines-1', mention('bram', 'The Great Bram')).expect(200);
    const html = await htmlOf(c.chidi, 'ines-1');
    expect(html).toContain('<span class="mention">@bram Example</span>');
    expect(await c.server.db.selectFrom('mention').select(['post_id', 'person_id']).execute()).toEqual([
      { post_id: 'ines-1', person_id: 'bram' },
    ]);
  });
  it('of someone who does not read it is refused', async () => {
    expect(field(await post(c.ines, 'ines-1', mention('nobody-here')).expect(422))).toBe('doc');
    await c.server.db.updateTable('member').set({ removed_at: 1 }).where('person_id', '=', 'bram').execute();
    c.server.courses.forget('rivers');
    expect(await people(c.ines)).not.toContain('bram');
    expect(field(await post(c.ines, 'ines-1', mention('bram')).expect(422))).toBe('doc');
  });
});
