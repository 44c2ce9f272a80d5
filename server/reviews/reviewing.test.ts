import { afterEach, describe, expect, it } from 'vitest';
import type { Reviewing } from '../../contract/reviewing';
import {
  clients,
  content,
  drawn,
  ofInes,
  page,
  pairsOf,
  received,
  send,
  settled,
  type Exchange,
} from '../testing/exchange';
import { reviewed } from '../testing/reviewed';
import { at, C, F, keepToEvening, withForum, type Client } from '../testing/testServer';

let c: Exchange;

describe('staff', () => {
  afterEach(() => c.server.close());

  it('see who reviews whom, move and take back what is unsent, and draw anew until one is sent', async () => {
    c = await drawn();
    const before = await pairsOf(c);
    expect(before.preview).toBeNull();
    expect(before.assignments).toHaveLength(3);
    const [first] = before.assignments as [Reviewing['assignments'][number]];
    await c.teodora.send('delete', `${F}/reviewing/${first.id}`).expect(200);
    await settled(c);
    const then = await pairsOf(c);
    expect(then.assignments.find(({ id }) => id === first.id)!.state).toBe('withdrawn');
    expect(then.assignments.filter(({ state }) => state === 'toWrite')).toHaveLength(2);
    await c.teodora.send('post', `${F}/reviewing`).expect(200);
    await settled(c);
    const anew = await pairsOf(c);
    expect(anew.assignments.filter(({ state }) => state === 'toWrite').map(({ id }) => id)).not.toContain(
      first.id,
    );
    const [one] = anew.assignments.filter(({ state }) => state === 'toWrite') as [
      Reviewing['assignments'][number],
    ];
    await send(clients(c)[one.reviewerId]!, one.id, content('Well done.')).expect(200);
    await c.teodora.send('post', `${F}/reviewing`).expect(403);
    await c.teodora.send('delete', `${F}/reviewing/${one.id}`).expect(403);
    expect((await pairsOf(c)).mayPairAnew).toBe(false);
  });

  it('see before the moment whom it would be, and name pairs that must not meet', async () => {
    c = await withForum(reviewed());
    await c.write(c.ines, 'by-ines', 9).expect(200);
    await c.write(c.bram, 'by-bram', 9).expect(200);
    await settled(c);
    expect((await pairsOf(c)).preview).toHaveLength(2);
    await c.teodora
      .send('put', `${C}/must-nots`, { oneId: 'ines', otherId: 'ines', mayMeet: false })
      .expect(422);
    await c.pilar
      .send('put', `${C}/must-nots`, { oneId: 'ines', otherId: 'bram', mayMeet: false })
      .expect(404);
    await c.teodora
      .send('put', `${C}/must-nots`, { oneId: 'ines', otherId: 'bram', mayMeet: false })
      .expect(200);
    const named = await pairsOf(c);
    expect([named.preview, named.mustNots]).toEqual([[], [['bram', 'ines']]]);
    expect(named.short.map(({ why }) => why)).toContain('mustNot');
    await c.write(c.chidi, 'by-chidi', 9).expect(200);
    await settled(c);
    const would = (await pairsOf(c)).preview;
    c.server.now = at('03-05 00:00');
    c.server.deps.settling.settleAt('rivers', c.server.now);
    await settled(c);
    const came = (await pairsOf(c)).assignments.map(({ reviewerId, authorId }) => ({ reviewerId, authorId }));
    expect(new Set(came.map((each) => JSON.stringify(each)))).toEqual(
      new Set(would!.map((each) => JSON.stringify(each))),
    );
  });

  it('of one section see and change what concerns their students alone', async () => {
    c = await drawn();
    await keepToEvening(c.server, 'pilar', ['bram']);
    await settled(c);
    const { assignments } = await pairsOf(c);
    const seen = (await c.pilar.get(`${F}/reviewing`).expect(200)).body as Reviewing;
    expect(seen.assignments.every((each) => [each.reviewerId, each.authorId].includes('bram'))).toBe(true);
    const others = assignments.find(({ reviewerId }) => reviewerId !== 'bram')!;
    await c.pilar.send('delete', `${F}/reviewing/${others.id}`).expect(404);
    await c.pilar.get(`${F}/reviews/ines`).expect(404);
    await c.pilar.get(`${F}/reviews/bram`).expect(200);
    const order = { reviewerId: 'ines', authorId: 'bram', moves: null, confirmed: true };
    await c.pilar.send('put', `${F}/reviewing/not-theirs`, order).expect(404);
  });

  it('undo what they did by hand, one step after the other, with what was begun for it', async () => {
    c = await drawn();
    const undo = (who: Client, step: string) => who.send('delete', `${F}/reviewing/steps/${step}`);
    /** A minute on: who reviews whom, and by which assignment. */
    const pairs = async () => {
      await settled(c);
      const view = await pairsOf(c);
      c.server.now += 60_000;
      const live = view.assignments.filter(({ state }) => state === 'toWrite');
      return { view, live: live.map(({ id }) => id).sort() };
    };
    const { live: drawnOnes, view } = await pairs();
    const [one] = view.assignments as [Reviewing['assignments'][number]];
    expect(view.lastStep).toBeNull();
    const begins = clients(c)[one.reviewerId]!;
    await begins.send('put', `${C}/reviews/${one.id}/draft`, { content: content('Begun.') }).expect(200);
    const other = ['ines', 'bram', 'chidi'].find((id) => id !== one.reviewerId && id !== one.authorId)!;
    await c.teodora
      .send('put', `${F}/reviewing/moved-on`, {
        ...{ reviewerId: other, authorId: one.authorId },
        ...{ moves: one.id, confirmed: false },
      })
      .expect(200);
    // Whose review was moved is given another by Juror.
    const then = await pairs();
    expect(then.live).not.toContain(one.id);
    expect(then.view.lastStep).toMatchObject({
      action: 'moved',
      about: { reviewerId: other, authorId: one.authorId },
    });
    expect((await c.pilar.get(`${F}/reviewing`).expect(200)).body.lastStep).toBeNull();
    await c.teodora.send('post', `${F}/reviewing`).expect(200);
    const anew = await pairs();
    expect(anew.view.lastStep).toMatchObject({ action: 'pairedAnew', about: null });
    await undo(c.pilar, anew.view.lastStep!.id).expect(404);
    await undo(c.teodora, anew.view.lastStep!.id).expect(200);
    expect((await pairs()).live).toEqual(then.live);
    await undo(c.teodora, then.view.lastStep!.id).expect(200);
    await undo(c.teodora, then.view.lastStep!.id).expect(200);
    const end = await pairs();
    expect(end.live).toEqual(drawnOnes);
    expect(end.view.lastStep).toBeNull();
    expect((await page(begins, one.id)).draft!.content.overall).toEqual(content('Begun.').overall);
  });

  it('cannot undo what a review was sent by, what was changed again, or what was done yesterday', async () => {
    c = await drawn(1, { pairing: 'byHand' });
    const assign = (id: string, moves: string | null, reviewerId = 'ines', authorId = 'bram') =>
      c.teodora.send('put', `${F}/reviewing/${id}`, { reviewerId, authorId, moves, confirmed: true });
    await assign('first', null).expect(200);
    const { lastStep } = await pairsOf(c);
    c.server.now += 1000;
    await assign('second', 'first', 'chidi').expect(200);
    await c.teodora.send('delete', `${F}/reviewing/steps/${lastStep!.id}`).expect(409);
    const moved = (await pairsOf(c)).lastStep!;
    await send(c.chidi, 'second', content('Well done.')).expect(200);
    await c.teodora.send('delete', `${F}/reviewing/steps/${moved.id}`).expect(403);
    expect((await pairsOf(c)).lastStep).toBeNull();
    await assign('third', null, 'bram', 'ines').expect(200);
    expect((await pairsOf(c)).lastStep).not.toBeNull();
    c.server.now += 24 * 60 * 60_000;
    expect((await pairsOf(c)).lastStep).toBeNull();
  });

  it('refuse what cannot be, with the field named', async () => {
    c = await drawn(1, { pairing: 'byHand' });
    const assign = (reviewerId: string, authorId: string) =>
      c.teodora.send('put', `${F}/reviewing/id-${reviewerId}-${authorId}`, {
        reviewerId,
        authorId,
        moves: null,
        confirmed: true,
      });
    const wrong = async (reviewerId: string, authorId: string, field: string) =>
      expect((await assign(reviewerId, authorId).expect(422)).body.errors[0].field).toBe(field);
    await wrong('ines', 'ines', 'authorId');
    await wrong('ines', 'dalia', 'authorId');
    await assign('ines', 'bram').expect(200);
    await c.teodora
      .send('put', `${F}/reviewing/another-id`, {
        reviewerId: 'ines',
        authorId: 'bram',
        moves: null,
        confirmed: true,
      })
      .expect(422);
    await c.teodora
      .send('put', `${C}/must-nots`, { oneId: 'ines', otherId: 'chidi', mayMeet: false })
      .expect(200);
    await wrong('ines', 'chidi', 'authorId');
  });

  it('hand reviews over where they decide when', async () => {
    c = await drawn(1, { received: 'whenReleased' });
    const { id, reviewer } = await ofInes(c);
    await send(reviewer, id, content('Well done.')).expect(200);
    c.server.now = at('03-20 00:00');
    c.server.deps.settling.settleAt('rivers', c.server.now);
    await settled(c);
    expect((await received(c.ines)).reviews).toEqual([]);
    const handed = await c.teodora.send('post', `${F}/reviewing/hand-over`).expect(200);
    expect(handed.body).toEqual({ handed: 1 });
    expect((await received(c.ines)).reviews).toHaveLength(1);
  });
});
