import { afterEach, describe, expect, it } from 'vitest';
import type { Reviewing } from '../../contract/reviewing';
import {
  clients,
  content,
  drawn,
  ofInes,
  pairsOf,
  received,
  send,
  settled,
  type Exchange,
} from '../testing/exchange';
import { reviewed } from '../testing/reviewed';
import { at, C, F, keepToEvening, withForum } from '../testing/testServer';

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
