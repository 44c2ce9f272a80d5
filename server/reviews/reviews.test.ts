import { afterEach, describe, expect, it } from 'vitest';
import type { DeskView, DocketView } from '../../contract/evaluate';
import type { ForumSettings } from '../../contract/forumSettings';
import type { RehearsalView } from '../../contract/rehearsal';
import { courseFile } from '../../contract/courseFile';
import type { AnswerOf } from '../../contract/endpoint';
import type { getReceived, listReviews, ReviewPage } from '../../contract/reviews';
import type { getReviewsOf, Reviewing } from '../../contract/reviewing';
import { textOf } from '../../core/text/textOf';
import { reviewed } from '../testing/reviewed';
import { at, C, F, keepToEvening, settings, withForum, words, type Client } from '../testing/testServer';

const GUIDE = {
  kind: 'rubric' as const,
  title: 'A brief',
  anyNumber: false,
  criteria: [
    {
      id: 'question',
      title: 'Question',
      description: '',
      outcome: '',
      basis: 'initial' as const,
      levels: [
        { id: 'clear', title: 'Clear', description: '', points: 400 },
        { id: 'vague', title: 'Vague', description: '', points: 0 },
      ],
    },
  ],
};
const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);

const content = (overall: string, more: object = {}) => ({
  values: {},
  overall: textOf(overall),
  passages: [],
  files: [],
  ...more,
});
type Setting = Awaited<ReturnType<typeof withForum>>;
let c: Setting;

const settled = () => c.server.deps.settling.settled();
const list = async (who: Client) =>
  (await who.get(`${C}/reviews`).expect(200)).body as AnswerOf<typeof listReviews>;
const page = async (who: Client, id: string) =>
  (await who.get(`${C}/reviews/${id}`).expect(200)).body as ReviewPage;
const received = async (who: Client) =>
  (await who.get(`${F}/received-reviews`).expect(200)).body as AnswerOf<typeof getReceived>;
const staff = async () => (await c.teodora.get(`${F}/reviewing`).expect(200)).body as Reviewing;
const send = (who: Client, id: string, sent: object, after = 0) =>
  who.send('post', `${C}/reviews/${id}/versions`, { after, content: sent });
/** Three have posted in time, and partners are drawn. */
async function drawn(...rules: Parameters<typeof reviewed>) {
  c = await withForum(reviewed(...rules));
  await c.write(c.ines, 'by-ines', 9).expect(200);
  await c.write(c.bram, 'by-bram', 9).expect(200);
  await c.write(c.chidi, 'by-chidi', 9).expect(200);
  c.server.now = at('03-05 00:00') + 1000;
  c.server.deps.settling.settleAt('rivers', c.server.now);
  await settled();
}
const clients = () => ({ ines: c.ines, bram: c.bram, chidi: c.chidi }) as Record<string, Client>;
/** Who reviews Ines's post, and by which assignment. */
async function ofInes() {
  const { assignments } = await staff();
  const { id, reviewerId } = assignments.find(({ authorId }) => authorId === 'ines')!;
  return { id, reviewerId, reviewer: clients()[reviewerId]! };
}

describe('a review', () => {
  afterEach(() => c.server.close());

  it('is kept as it is typed, sent once and whole, and read by its author at the reviews date', async () => {
    await drawn(1, { guide: GUIDE, minWords: 5 });
    const { id, reviewer } = await ofInes();
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
    await settled();
    expect((await received(c.ines)).reviews).toEqual([]);
    await send(reviewer, id, content('now it says something else', { values }), 1).expect(200);
    c.server.now = at('03-12 00:00');
    c.server.deps.settling.settleAt('rivers', c.server.now);
    await settled();
    const { reviews } = await received(c.ines);
    expect(reviews).toHaveLength(1);
    expect(reviews[0]!.html).toContain('something else');
    expect(reviews[0]!.content.values.question).toEqual({ levelId: 'clear', comment: 'Well put.' });
    expect(reviews[0]!.by).not.toContain('Reviewer');
    const late = await send(reviewer, id, content('too late to change this one', { values }), 2).expect(403);
    expect(late.body.code).toBe('received');
  });

  it('is nobody else’s, whatever they ask for', async () => {
    await drawn();
    const { id, reviewerId, reviewer } = await ofInes();
    await send(reviewer, id, content('Only Ines may read what I say here.')).expect(200);
    const other = Object.entries(clients()).find(([who]) => who !== reviewerId && who !== 'ines')![1];
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
    await drawn(
      1,
      { names: 'bothHidden', received: 'atOnce', response: true },
      { readers: 'staff', seal: null },
    );
    const { id, reviewerId, reviewer } = await ofInes();
    expect((await list(reviewer)).write[0]!.author).toBeNull();
    const opened = await page(reviewer, id);
    expect(JSON.stringify(opened)).not.toMatch(/ines/i);
    await reviewer.upload('a-file-of-mine', PNG, `${reviewerId}.png`).expect(200);
    await send(reviewer, id, content('Look at this.', { files: ['a-file-of-mine'] })).expect(200);
    await settled();
    const answer = await received(c.ines);
    const told = JSON.stringify(answer.reviews);
    expect(told).not.toMatch(new RegExp(`${reviewerId}|a-file-of-mine`, 'i'));
    expect(told).not.toContain(String(c.server.now));
    expect(answer.reviews[0]).toMatchObject({ by: 'Reviewer A', files: [{ name: 'File 1.png' }] });
    const { address } = answer.reviews[0]!.files[0]!;
    const file = await c.ines.get(address).expect(200);
    expect(file.headers['content-type']).toBe('image/png');
    await c.ines.get('/api/files/a-file-of-mine').expect(404);
    const third = Object.entries(clients()).find(([who]) => who !== reviewerId && who !== 'ines')![1];
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
    await drawn(1, { received: 'atOnce' });
    const { id, reviewer } = await ofInes();
    await send(reviewer, id, content('Lazy work.')).expect(200);
    await settled();
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

  it('stands in the file of the course with all its versions, its answer and what was withheld; drafts do not', async () => {
    await drawn(1, { received: 'atOnce', response: true, guide: GUIDE });
    const { id, reviewerId, reviewer } = await ofInes();
    const values = { question: { levelId: 'vague', comment: '' } };
    await reviewer.upload('a-file-of-mine', PNG).expect(200);
    await send(reviewer, id, content('Say who owns it.', { values, files: ['a-file-of-mine'] })).expect(200);
    await c.ines.send('put', `${C}/reviews/${id}/answer`, { doc: textOf('The miller does.') }).expect(200);
    const keeping = { withheld: true, reason: 'Say why.', fills: true };
    await c.teodora.send('put', `${F}/reviewing/${id}/withheld`, keeping).expect(200);
    await send(reviewer, id, content('Say who owns it, and why.', { values }), 1).expect(200);
    await reviewer
      .send('put', `${C}/reviews/${id}/draft`, { content: content('Nobody reads this yet.') })
      .expect(200);
    await c.teodora
      .send('put', `${C}/must-nots`, { oneId: 'ines', otherId: 'chidi', mayMeet: false })
      .expect(200);
    const { text } = await c.teodora.get(`${C}/course.json`).expect(200);
    const file = courseFile.parse(JSON.parse(text));
    const each = file.assignments.find((one) => one.id === id)!;
    expect(each).toMatchObject({ reviewerId, authorId: 'ines', madeBy: null, ended: null });
    expect(each.versions.map(({ words, files }) => [words, files])).toEqual([
      [4, ['a-file-of-mine']],
      [6, []],
    ]);
    expect(each.versions[0]!.guide).toMatchObject({ title: 'A brief' });
    expect(each.answer).toMatchObject({ words: 3 });
    expect(each.withheld).toMatchObject([{ reason: 'Say why.', fills: true, to: null }]);
    expect(file.mustNots).toMatchObject([{ oneId: 'chidi', otherId: 'ines', by: 'teodora' }]);
    expect(text).not.toContain('Nobody reads this yet');
  });

  it('counts the same in the docket, on the Desk and in a rehearsal of other rules', async () => {
    const completed = (maximum: number) => ({
      maximum,
      parts: [
        {
          id: 'reviews',
          title: 'Reviews',
          maximum,
          basis: 'reviews' as const,
          kind: 'completion' as const,
          allOrNothing: false,
        },
      ],
      lateness: { kind: 'none' as const },
      gate: 'none' as const,
      aboveMaximum: false,
    });
    await drawn(1, {}, { evaluation: completed(1000) });
    const { id, reviewerId, reviewer } = await ofInes();
    await send(reviewer, id, content('Say who owns it.')).expect(200);
    const { rows } = (await c.teodora.get(`${F}/docket`).expect(200)).body as DocketView;
    for (const { student, slots } of rows) {
      const desk = (await c.teodora.get(`${F}/docket/${student.id}`).expect(200)).body as DeskView;
      expect([student.id, slots]).toEqual([student.id, desk.slots]);
    }
    const states = rows.map(({ student, slots }) => [
      student.id,
      slots.find(({ kind }) => kind === 'review')!.state,
    ]);
    expect(states).toContainEqual([reviewerId, 'met']);
    const accepted = { id: 'accept-those', action: 'accept', students: [reviewerId], preview: false };
    await c.teodora.send('post', `${F}/docket`, accepted).expect(200);
    const { settings: kept } = (await c.teodora.get(`${F}/settings`).expect(200)).body as {
      settings: ForumSettings;
    };
    const asked = {
      id: 'twice-as-much',
      settings: { ...kept, rules: { ...kept.rules, evaluation: completed(2000) } },
    };
    await c.teodora.send('post', `${F}/rehearsals`, asked).expect(200);
    await expect
      .poll(async () => {
        const { moves } = (await c.teodora.get(`${C}/rehearsals/twice-as-much`).expect(200))
          .body as RehearsalView;
        return moves
          ?.filter(({ stands }) => stands === 'given')
          .map(({ student, after }) => [student.id, after]);
      })
      .toEqual([[reviewerId, 2000]]);
  });

  it('refuses what does not stand in the guide or the post, and files of others', async () => {
    await drawn(1, { guide: GUIDE });
    const { id, reviewer } = await ofInes();
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
    await drawn(1, { pairing: 'byHand' }, { seal: { minWords: null, lift: 'never' } });
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
    await settled();
    await dalia
      .get(`${C}/reviews/by-hand-1`)
      .expect(200)
      .expect(({ body }) => {
        expect(body.post).toBeNull();
        expect(body.line.state).toBe('ended');
      });
  });
});

describe('staff', () => {
  afterEach(() => c.server.close());

  it('see who reviews whom, move and take back what is unsent, and draw anew until one is sent', async () => {
    await drawn();
    const before = await staff();
    expect(before.preview).toBeNull();
    expect(before.assignments).toHaveLength(3);
    const [first] = before.assignments as [Reviewing['assignments'][number]];
    await c.teodora.send('delete', `${F}/reviewing/${first.id}`).expect(200);
    await settled();
    const then = await staff();
    expect(then.assignments.find(({ id }) => id === first.id)!.state).toBe('withdrawn');
    expect(then.assignments.filter(({ state }) => state === 'toWrite')).toHaveLength(2);
    await c.teodora.send('post', `${F}/reviewing`).expect(200);
    await settled();
    const anew = await staff();
    expect(anew.assignments.filter(({ state }) => state === 'toWrite').map(({ id }) => id)).not.toContain(
      first.id,
    );
    const [one] = anew.assignments.filter(({ state }) => state === 'toWrite') as [
      Reviewing['assignments'][number],
    ];
    await send(clients()[one.reviewerId]!, one.id, content('Well done.')).expect(200);
    await c.teodora.send('post', `${F}/reviewing`).expect(403);
    await c.teodora.send('delete', `${F}/reviewing/${one.id}`).expect(403);
    expect((await staff()).mayPairAnew).toBe(false);
  });

  it('see before the moment whom it would be, and name pairs that must not meet', async () => {
    c = await withForum(reviewed());
    await c.write(c.ines, 'by-ines', 9).expect(200);
    await c.write(c.bram, 'by-bram', 9).expect(200);
    await settled();
    expect((await staff()).preview).toHaveLength(2);
    await c.teodora
      .send('put', `${C}/must-nots`, { oneId: 'ines', otherId: 'ines', mayMeet: false })
      .expect(422);
    await c.pilar
      .send('put', `${C}/must-nots`, { oneId: 'ines', otherId: 'bram', mayMeet: false })
      .expect(404);
    await c.teodora
      .send('put', `${C}/must-nots`, { oneId: 'ines', otherId: 'bram', mayMeet: false })
      .expect(200);
    const named = await staff();
    expect([named.preview, named.mustNots]).toEqual([[], [['bram', 'ines']]]);
    expect(named.short.map(({ why }) => why)).toContain('mustNot');
    await c.write(c.chidi, 'by-chidi', 9).expect(200);
    await settled();
    const would = (await staff()).preview;
    c.server.now = at('03-05 00:00');
    c.server.deps.settling.settleAt('rivers', c.server.now);
    await settled();
    const came = (await staff()).assignments.map(({ reviewerId, authorId }) => ({ reviewerId, authorId }));
    expect(new Set(came.map((each) => JSON.stringify(each)))).toEqual(
      new Set(would!.map((each) => JSON.stringify(each))),
    );
  });

  it('of one section see and change what concerns their students alone', async () => {
    await drawn();
    await keepToEvening(c.server, 'pilar', ['bram']);
    await settled();
    const { assignments } = await staff();
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
    await drawn(1, { pairing: 'byHand' });
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
    await drawn(1, { received: 'whenReleased' });
    const { id, reviewer } = await ofInes();
    await send(reviewer, id, content('Well done.')).expect(200);
    c.server.now = at('03-20 00:00');
    c.server.deps.settling.settleAt('rivers', c.server.now);
    await settled();
    expect((await received(c.ines)).reviews).toEqual([]);
    const handed = await c.teodora.send('post', `${F}/reviewing/hand-over`).expect(200);
    expect(handed.body).toEqual({ handed: 1 });
    expect((await received(c.ines)).reviews).toHaveLength(1);
  });
});

describe('the settings of reviews', () => {
  afterEach(() => c.server.close());
  it('are refused where nobody could review, with the field named', async () => {
    c = await withForum();
    const refuse = async (rules: Parameters<typeof settings>[0], field: string) => {
      const answer = await c.teodora
        .send('put', `${C}/forums/another/settings`, {
          version: 0,
          settings: settings(rules),
          publish: false,
        })
        .expect(422);
      expect(answer.body.errors.map((each: { field: string }) => each.field)).toContain(
        `settings.rules.${field}`,
      );
    };
    const base = reviewed();
    await refuse({ ...base, openings: 'threadsFreely' }, 'review');
    await refuse(
      { ...base, required: { ...base.required!, initialRequired: 0 } },
      'required.initialRequired',
    );
    await refuse({ ...base, required: { ...base.required!, reviews: 0 } }, 'required.reviews');
    await refuse({ ...base, review: null }, 'review');
    await refuse({ ...reviewed(2, { pairing: 'twoByTwo' }) }, 'required.reviews');
    await refuse({ ...reviewed(1, { pairing: 'twoByTwo', names: 'reviewerHidden' }) }, 'review.names');
    const draft = settings({ ...base, schedule: { ...base.schedule!, reviewsDue: null } });
    await c.teodora
      .send('put', `${C}/forums/another/settings`, { version: 0, settings: draft, publish: false })
      .expect(200);
    await c.teodora
      .send('put', `${C}/forums/another/settings`, { version: 1, settings: draft, publish: true })
      .expect(422);
  });
});

describe('notices of reviews', () => {
  afterEach(() => c.server.close());
  it('tell of what was given and received, and never who', async () => {
    await drawn(1, { names: 'bothHidden', received: 'atOnce' }, { readers: 'staff' });
    const { id, reviewerId, reviewer } = await ofInes();
    const kinds = async (who: Client) =>
      ((await who.get(`${C}/notices`).expect(200)).body as { groups: { kind: string; actors: unknown[] }[] })
        .groups;
    expect((await kinds(reviewer)).map(({ kind }) => kind)).toContain('reviewsGiven');
    await send(reviewer, id, content('Look at this.')).expect(200);
    await settled();
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
