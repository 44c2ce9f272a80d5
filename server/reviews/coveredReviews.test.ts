import { afterEach, describe, expect, it } from 'vitest';
import type { AnswerOf } from '../../contract/endpoint';
import type { DocketView } from '../../contract/evaluate';
import type { getReviewsOf } from '../../contract/reviewing';
import { clients, content, drawn, ofInes, pairsOf, send, type Exchange } from '../testing/exchange';
import { C, F, settings } from '../testing/testServer';

type Reviews = AnswerOf<typeof getReviewsOf>;
const evaluation = {
  ...settings().rules.evaluation!,
  parts: [{ id: 'draft', title: 'Draft', maximum: 1000, basis: 'initial' as const, kind: 'direct' as const }],
};
let c: Exchange;
afterEach(() => c.server.close());

const NAMES = /ines|bram|chidi/i;
const reviewsOf = async (student: string) =>
  (await c.teodora.get(`${F}/reviews/${student}?names=hidden`).expect(200)).body as Reviews;
/** Everyone's number in the docket, where names are hidden, by the text of the review they got. */
async function whoGot(words: string): Promise<{ alias: string; reviews: Reviews }> {
  const docket = (await c.teodora.get(`${F}/docket?names=hidden`).expect(200)).body as DocketView;
  for (const { student } of docket.rows) {
    const reviews = await reviewsOf(student.id);
    if (reviews.got.some(({ html }) => html.includes(words))) return { alias: student.id, reviews };
  }
  throw new Error('nobody got it');
}

describe('reviews on the Desk, where names are covered', () => {
  it('say whose they are by number alone, and name no file and no assignment', async () => {
    c = await drawn(1, {}, { evaluation });
    const { id, reviewer, reviewerId } = await ofInes(c);
    await reviewer.upload('notes-1', Buffer.from('Notes.'), 'bram-notes.txt').expect(200);
    await send(reviewer, id, content('Say what it costs.', { files: ['notes-1'] })).expect(200);
    const { alias, reviews } = await whoGot('Say what it costs');
    const [got] = reviews.got as [Reviews['got'][number]];
    expect(got).toMatchObject({ files: [], filesCovered: 1 });
    expect(got.author).toMatchObject({ id: alias });
    expect(got.reviewer.name).toMatch(/^Student \d$/);
    const all = JSON.stringify(reviews);
    expect(all).not.toMatch(NAMES);
    expect(all).not.toContain(id);
    const byReviewer = await reviewsOf(got.reviewer.id);
    expect(byReviewer.wrote.map(({ id: same }) => same)).toEqual([got.id]);
    // It is kept from its author all the same.
    const withheld = { withheld: true, reason: 'Kinder, please.', fills: true };
    await c.teodora.send('put', `${F}/reviewing/${got.id}/withheld?names=hidden`, withheld).expect(200);
    await c.teodora.send('put', `${F}/reviewing/${got.id}/withheld`, withheld).expect(404);
    expect((await pairsOf(c)).assignments.find((each) => each.id === id)!.state).toBe('withheld');
    expect(Object.keys(clients(c))).toContain(reviewerId);
  });

  it('are kept from who names a student, where the forum covers names for everyone', async () => {
    c = await drawn(1, {}, { evaluation: { ...evaluation, hideNames: true } });
    const { id, reviewer } = await ofInes(c);
    await send(reviewer, id, content('Say what it costs.')).expect(200);
    await c.teodora.get(`${F}/reviews/ines`).expect(403);
    await c.teodora.get(`${C}/forums/floodplain/reviews/bram?names=shown`).expect(403);
    expect((await whoGot('Say what it costs')).reviews.got).toHaveLength(1);
  });
});
