import { afterEach, describe, expect, it } from 'vitest';
import type { AnswerOf } from '../../contract/endpoint';
import type { getReviewsOf } from '../../contract/reviewing';
import { REVIEW_GUIDE } from '../../core/testing/reviewGuide';
import { textOf } from '../../core/text/textOf';
import {
  clients,
  content,
  drawn,
  list,
  ofInes,
  page,
  PNG,
  received,
  send,
  settled,
  type Exchange,
} from '../testing/exchange';
import { at, C, F, words, type Client } from '../testing/testServer';

let c: Exchange;

describe('a review', () => {
  afterEach(() => c.server.close());

  it('is kept as it is typed, sent once and whole, and read by its author at the reviews date', async () => {
    c = await drawn(1, { guide: REVIEW_GUIDE, minWords: 5 });
    const { id, reviewer } = await ofInes(c);
    expect((await list(reviewer)).write).toMatchObject([
      { id, state: 'toWrite', author: 'ines Example', due: at('03-11 23:59'), overdue: false },
    ]);
    const opened = await page(reviewer, id);
    expect(opened.post!.html).toContain('river');
    expect(opened.was).toBeNull();
    await reviewer.send('put', `${C}/reviews/${id}/draft`, { content: content('half a') }).expect(200);
    expect((await page(reviewer, id)).draft).toMatchObject({ words: 2 });
    const incomplete = await send(reviewer, id, content('one two three four five')).expect(422);
    expect(incomplete.body.errors[0].field).toBe('content.values.question');
    const values = { question: { levelId: 'clear', comment: 'Well put.' } };
    const short = await send(reviewer, id, content('one two', { values })).expect(422);
    expect(short.body.detail).toContain('2 of 5 words');
    const whole = content('one two three four five', { values });
    await send(reviewer, id, whole).expect(200);
    await send(reviewer, id, whole).expect(200);
    await send(reviewer, id, content('another one of five words', { values })).expect(409);
    expect(await c.server.db.selectFrom('review').selectAll().execute()).toHaveLength(1);
    await settled(c);
    expect((await received(c.ines)).reviews).toEqual([]);
    await send(reviewer, id, content('now it says something else', { values }), 1).expect(200);
    c.server.now = at('03-12 00:00');
    c.server.deps.settling.settleAt('rivers', c.server.now);
    await settled(c);
    const { reviews } = await received(c.ines);
    expect(reviews).toHaveLength(1);
    expect(reviews[0]!.html).toContain('something else');
    expect(reviews[0]!.content.values.question).toEqual({ levelId: 'clear', comment: 'Well put.' });
    expect(reviews[0]!.by).not.toContain('Reviewer');
    const late = await send(reviewer, id, content('too late to change this one', { values }), 2).expect(403);
    expect(late.body.code).toBe('received');
  });

  it('is nobody else’s, whatever they ask for', async () => {
    c = await drawn();
    const { id, reviewerId, reviewer } = await ofInes(c);
    await send(reviewer, id, content('Only Ines may read what I say here.')).expect(200);
    const other = Object.entries(clients(c)).find(([who]) => who !== reviewerId && who !== 'ines')![1];
    for (const who of [other, c.ines]) {
      await who.get(`${C}/reviews/${id}`).expect(404);
      await who.send('put', `${C}/reviews/${id}/draft`, { content: content('x') }).expect(404);
      await send(who, id, content('x')).expect(404);
      await who.send('put', `${C}/reviews/${id}/answer`, { doc: textOf('x') }).expect(404);
      await who.get(`${F}/reviewing`).expect(404);
      await who.get(`${F}/reviews/ines`).expect(404);
    }
    expect(JSON.stringify(await received(other))).not.toContain('Only Ines');
    expect(JSON.stringify(await received(c.ines))).not.toContain('Only Ines');
    const read = (await c.teodora.get(`${F}/reviews/ines`).expect(200)).body as AnswerOf<typeof getReviewsOf>;
    expect(read.got[0]!.html).toContain('Only Ines');
    expect(read.wrote).toEqual([]);
  });

  it('keeps a hidden name: no name, no id, no instant, no file name', async () => {
    c = await drawn(
      1,
      { names: 'bothHidden', received: 'atOnce', response: true },
      { readers: 'staff', seal: null },
    );
    const { id, reviewerId, reviewer } = await ofInes(c);
    expect((await list(reviewer)).write[0]!.author).toBeNull();
    const opened = await page(reviewer, id);
    expect(JSON.stringify(opened)).not.toMatch(/ines/i);
    await reviewer.upload('a-file-of-mine', PNG, `${reviewerId}.png`).expect(200);
    await send(reviewer, id, content('Look at this.', { files: ['a-file-of-mine'] })).expect(200);
    await settled(c);
    const answer = await received(c.ines);
    const told = JSON.stringify(answer.reviews);
    expect(told).not.toMatch(new RegExp(`${reviewerId}|a-file-of-mine`, 'i'));
    expect(told).not.toContain(String(c.server.now));
    expect(answer.reviews[0]).toMatchObject({ by: 'Reviewer A', files: [{ name: 'File 1.png' }] });
    const { address } = answer.reviews[0]!.files[0]!;
    const file = await c.ines.get(address).expect(200);
    expect(file.headers['content-type']).toBe('image/png');
    await c.ines.get('/api/files/a-file-of-mine').expect(404);
    const third = Object.entries(clients(c)).find(([who]) => who !== reviewerId && who !== 'ines')![1];
    await third.get(address).expect(404);
    // The other way round: the answer tells the reviewer nothing of who it is.
    await c.ines
      .send('put', `${C}/reviews/${id}/answer`, { doc: textOf('Thank you for looking.') })
      .expect(200);
    await c.ines
      .send('put', `${C}/reviews/${id}/answer`, { doc: textOf('Thank you for looking.') })
      .expect(200);
    await c.ines.send('put', `${C}/reviews/${id}/answer`, { doc: textOf('And once more.') }).expect(403);
    const back = await page(reviewer, id);
    expect(back.answer!.html).toContain('Thank you');
    expect(JSON.stringify(back)).not.toMatch(/ines/i);
  });

  it('is withheld with a reason: not read by its author, told to its reviewer, and written anew', async () => {
    c = await drawn(1, { received: 'atOnce' });
    const { id, reviewer } = await ofInes(c);
    await send(reviewer, id, content('Lazy work.')).expect(200);
    await settled(c);
    expect((await received(c.ines)).reviews).toHaveLength(1);
    const withheld = `${F}/reviewing/${id}/withheld`;
    await c.teodora.send('put', withheld, { withheld: true, reason: '', fills: false }).expect(422);
    await c.teodora
      .send('put', withheld, { withheld: true, reason: 'Say what would make it better.', fills: false })
      .expect(200);
    expect((await received(c.ines)).reviews).toEqual([]);
    expect(await page(reviewer, id)).toMatchObject({
      line: { state: 'withheld' },
      why: null,
      withheld: { reason: 'Say what would make it better.', fills: false },
    });
    await send(reviewer, id, content('Begin with the river.'), 1).expect(200);
    expect((await received(c.ines)).reviews).toEqual([]);
    await c.teodora.send('put', withheld, { withheld: false }).expect(200);
    expect((await received(c.ines)).reviews[0]!.html).toContain('Begin with the river');
  });

  it('refuses what does not stand in the guide or the post, and files of others', async () => {
    c = await drawn(1, { guide: REVIEW_GUIDE });
    const { id, reviewer } = await ofInes(c);
    const values = { question: { levelId: 'clear' } };
    const bad = async (sent: object, field: string) => {
      const answer = await send(reviewer, id, sent).expect(422);
      expect(answer.body.errors[0].field).toBe(field);
    };
    await bad(content('Good.', { values: { ...values, other: { comment: 'x' } } }), 'content.values.other');
    await bad(content('Good.', { values: { question: { levelId: 'none' } } }), 'content.values.question');
    await bad(
      content('Good.', { values, passages: [{ id: 'one1', text: 'not there', nth: 0, comment: 'x' }] }),
      'content.passages.0.text',
    );
    await c.ines.upload('ines-file', PNG).expect(200);
    await bad(content('Good.', { values, files: ['ines-file'] }), 'content.files');
    await send(
      reviewer,
      id,
      content('Good.', { values, passages: [{ id: 'one1', text: 'river', nth: 0, comment: 'Nice.' }] }),
    ).expect(200);
  });
});

describe('the reviewed post', () => {
  afterEach(() => c.server.close());

  it('is read under a seal and across spaces, as it was and as it stands, with its files; nothing around it', async () => {
    c = await drawn(1, { pairing: 'byHand' }, { seal: { minWords: null, lift: 'never' } });
    await c.ines.upload('ines-map', PNG, 'map of ines.png').expect(200);
    const dalia = await c.server.as('dalia');
    const assign = `${F}/reviewing/by-hand-1`;
    const order = { reviewerId: 'dalia', authorId: 'ines', moves: null };
    const asked = await c.teodora.send('put', assign, order).expect(409);
    expect(asked.body.code).toBe('sealed');
    await c.teodora.send('put', assign, { ...order, confirmed: true }).expect(200);
    await c.teodora.send('put', assign, { ...order, confirmed: true }).expect(200);
    expect((await page(dalia, 'by-hand-1')).post!.html).toContain('river');
    await c.ines
      .send('patch', `${F}/posts/by-ines`, {
        version: 1,
        doc: words(12),
        attachments: [],
      })
      .expect(200);
    const changed = await page(dalia, 'by-hand-1');
    expect([changed.post!.words, changed.was!.words]).toEqual([12, 9]);
    const forum = await dalia.get(F).expect(200);
    expect(forum.body.posts).toEqual([]);
    await dalia
      .get(`${F}/bodies?posts=by-ines`)
      .expect(200)
      .expect(({ body }) => expect(body.bodies).toEqual([]));
    await c.teodora.send('delete', `${F}/posts/by-ines`).expect(200);
    await settled(c);
    await dalia
      .get(`${C}/reviews/by-hand-1`)
      .expect(200)
      .expect(({ body }) => {
        expect(body.post).toBeNull();
        expect(body.line.state).toBe('ended');
      });
  });
});

describe('notices of reviews', () => {
  afterEach(() => c.server.close());
  it('tell of what was given and received, and never who', async () => {
    c = await drawn(1, { names: 'bothHidden', received: 'atOnce' }, { readers: 'staff' });
    const { id, reviewerId, reviewer } = await ofInes(c);
    const kinds = async (who: Client) =>
      ((await who.get(`${C}/notices`).expect(200)).body as { groups: { kind: string; actors: unknown[] }[] })
        .groups;
    expect((await kinds(reviewer)).map(({ kind }) => kind)).toContain('reviewsGiven');
    await send(reviewer, id, content('Look at this.')).expect(200);
    await settled(c);
    const told = (await kinds(c.ines)).find(({ kind }) => kind === 'reviewed')!;
    expect(told.actors).toEqual([]);
    expect(JSON.stringify(told)).not.toContain(reviewerId);
    await c.teodora
      .send('put', `${F}/reviewing/${id}/withheld`, { withheld: true, reason: 'Not so.', fills: true })
      .expect(200);
    expect((await kinds(c.ines)).map(({ kind }) => kind)).not.toContain('reviewed');
    expect((await kinds(reviewer)).map(({ kind }) => kind)).toContain('reviewWithheld');
  });
});
