import { createHash } from 'node:crypto';
import { afterEach, describe, expect, it } from 'vitest';
import type { AnswerOf } from '../../contract/endpoint';
import type { CaseView, listAsked, listCases } from '../../contract/cases';
import type { NoticeGroup } from '../../contract/notices';
import { quotationNode } from '../../core/text/quotation';
import { textOf } from '../../core/text/textOf';
import { DAY } from '../../core/time/instant';
import { toJson } from '../db/json';
import { removeUnnamed } from '../files/unnamed';
import { pdfOf } from '../testing/readings';
import { C, F, keepToEvening, withForum, type Client } from '../testing/testServer';
import { removeOldCases } from './removeOld';

type Setting = Awaited<ReturnType<typeof withForum>>;
let c: Setting;
let anselm: Client;
afterEach(() => c.server.close());

const SAID =
  'The old weir at the mill holds the water back so that the meadow above it floods every second spring.';
const write = (who: Client, id: string, text: string) => {
  c.server.now += 60_000;
  return who
    .send('post', `${F}/posts`, { id, parentId: null, doc: textOf(text), starter: false, draft: null })
    .expect(200);
};
const open = (more: object = {}) =>
  c.teodora.send('post', `${C}/cases`, {
    ...{ id: 'case-one', title: 'Two posts about the weir', students: ['bram'] },
    ...{ first: { kind: 'pair', one: 'ines-1', other: 'bram-1' }, ...more },
  });
const K = `${C}/cases/case-one`;
const view = async (who: Client) => (await who.get(K).expect(200)).body as CaseView;
const kinds = async () => (await view(c.teodora)).entries.map(({ content }) => content.kind);
let n = 0;
const add = (who: Client, what: object) =>
  who.send('post', `${K}/entries`, { id: `entry-${++n}`, add: what });
const asked = async (who: Client) =>
  ((await who.get(`${C}/asked`).expect(200)).body as AnswerOf<typeof listAsked>).asked;

async function begin(more: object = {}) {
  c = await withForum();
  anselm = await c.server.as('anselm');
  await write(c.ines, 'ines-1', SAID);
  await write(c.bram, 'bram-1', SAID);
  await open(more).expect(200);
}

describe('a case', () => {
  it('keeps what is put into it as it stood, by whom and when', async () => {
    await begin();
    await add(c.teodora, { kind: 'post', forum: 'floodplain', post: 'bram-1' }).expect(200);
    await add(c.teodora, { kind: 'evidence', forum: 'floodplain', student: 'bram', question: null }).expect(
      200,
    );
    await add(c.teodora, { kind: 'note', text: 'They sit side by side.' }).expect(200);
    c.server.now += 60_000;
    await c.bram
      .send('patch', `${F}/posts/bram-1`, { version: 1, doc: textOf('Something else, said in five words.') })
      .expect(200);
    await c.teodora.send('post', `${F}/actions`, { action: 'remove', posts: ['bram-1'] }).expect(200);
    const { entries } = await view(c.teodora);
    expect(entries.map(({ content }) => content.kind)).toEqual([
      'opened',
      'pair',
      'post',
      'evidence',
      'note',
    ]);
    expect(entries[1]!.content).toMatchObject({ pair: { words: 20, reach: 'couldNot' } });
    expect(entries[2]!.content).toMatchObject({ versions: [{ number: 1, text: SAID }], removals: [] });
    expect(entries[4]).toMatchObject({ number: 5, by: { id: 'teodora' } });
  });

  it('is read by the staff named in it alone', async () => {
    await begin({ first: { kind: 'post', forum: 'floodplain', post: 'bram-1' } });
    await keepToEvening(c.server, 'pilar', ['bram']);
    const cases = async (who: Client) =>
      ((await who.get(`${C}/cases`).expect(200)).body as AnswerOf<typeof listCases>).cases;
    expect(await cases(c.teodora)).toHaveLength(1);
    for (const who of [anselm, c.pilar]) {
      expect(await cases(who)).toEqual([]);
      await who.get(K).expect(404);
      await who.get(`${K}/record.json`).expect(404);
      await add(who, { kind: 'note', text: 'No.' }).expect(404);
      await who.send('put', `${K}/people/anselm`, { named: true }).expect(404);
      await who.send('put', `${K}/decision`, { version: 1, decision: 'No.', reason: 'No.' }).expect(404);
      await who.send('delete', K).expect(404);
    }
    const name = (who: Client, person: string, named: boolean) =>
      who.send('put', `${K}/people/${person}`, { named });
    await name(c.teodora, 'pilar', true).expect(200);
    expect((await view(c.pilar)).staff.map(({ id }) => id)).toEqual(
      expect.arrayContaining(['teodora', 'pilar']),
    );
    // Pilar works with the evening only, so that Ines of the morning cannot be added under her eyes.
    expect((await name(c.teodora, 'ines', true).expect(403)).body.detail).toContain('does not work with');
    await name(c.teodora, 'pilar', false).expect(200);
    await c.pilar.get(K).expect(404);
    await name(c.teodora, 'ines', true).expect(200);
    expect((await name(c.teodora, 'pilar', true).expect(403)).body.detail).toContain('does not work with');
    await name(c.teodora, 'teodora', false).expect(403);
    await name(c.teodora, 'nobody', true).expect(404);
    // Nothing of it stands in the course record, nor in the course file.
    const record = await c.server.db.selectFrom('record').selectAll().execute();
    const file = await c.teodora.get(`${C}/course.json`).expect(200);
    for (const text of [JSON.stringify(record), JSON.stringify(file.body)])
      expect(text).not.toMatch(/case-one|Two posts about the weir/);
  });

  it('shows nobody named in it the text of students they do not work with', async () => {
    await begin();
    await keepToEvening(c.server, 'pilar', ['bram']);
    const name = (person: string, named: boolean) =>
      c.teodora.send('put', `${K}/people/${person}`, { named });
    // The pair it begins with holds what Ines of the morning wrote.
    expect((await name('pilar', true).expect(403)).body.detail).toContain('every student in this case');
    expect((await view(c.teodora)).others.map(({ id }) => id)).toEqual(['anselm']);
    await c.pilar
      .send('post', `${C}/cases`, { id: 'case-two', title: 'Bram alone', students: ['bram'], first: null })
      .expect(200);
    await c.pilar.send('put', `${C}/cases/case-two/people/teodora`, { named: true }).expect(200);
    const put = (add: object) =>
      c.teodora.send('post', `${C}/cases/case-two/entries`, { id: `entry-${++n}`, add });
    const refused = await put({ kind: 'pair', one: 'ines-1', other: 'bram-1' }).expect(403);
    expect(refused.body.detail).toContain('pilar Example does not work with');
    await put({ kind: 'post', forum: 'floodplain', post: 'bram-1' }).expect(200);
  });

  it('keeps no passage that a post replied to quotes for other readers', async () => {
    await begin();
    await c.server.db
      .updateTable('revision')
      .set({
        doc: toJson({
          type: 'doc',
          content: [...textOf('My own words.').content!, quotationNode('journal-1', 1, 'kept to herself')],
        }),
      })
      .where('post_id', '=', 'ines-1')
      .execute();
    c.server.now += 60_000;
    await c.bram
      .send('post', `${F}/posts`, {
        ...{
          id: 'bram-2',
          parentId: 'ines-1',
          doc: textOf('I agree with that.'),
          starter: false,
          draft: null,
        },
      })
      .expect(200);
    await add(c.teodora, { kind: 'post', forum: 'floodplain', post: 'bram-2' }).expect(200);
    await add(c.teodora, { kind: 'post', forum: 'floodplain', post: 'ines-1' }).expect(200);
    const text = JSON.stringify(await view(c.teodora));
    expect(text).toContain('My own words.');
    expect(text).not.toContain('kept to herself');
  });

  it('asks a student, who answers there; nobody else reads it', async () => {
    await begin();
    expect(await asked(c.bram)).toEqual([]);
    await add(c.teodora, { kind: 'message', to: 'bram', text: 'Tell us how you wrote it.' }).expect(200);
    await add(c.teodora, { kind: 'message', to: 'ines', text: 'No.' }).expect(422);
    const [conversation] = await asked(c.bram);
    expect(conversation).toMatchObject({
      id: 'case-one',
      readers: [{ id: 'teodora' }],
      messages: [{ from: { id: 'teodora' }, mine: false, text: 'Tell us how you wrote it.' }],
      open: true,
    });
    expect(JSON.stringify(conversation)).not.toContain('Two posts');
    const notices = async (who: Client) =>
      ((await who.get(`${C}/notices`).expect(200)).body as { groups: NoticeGroup[] }).groups.map(
        ({ kind }) => kind,
      );
    expect(await notices(c.bram)).toContain('asked');
    expect(await notices(c.ines)).not.toContain('asked');
    const answer = (who: Client, text: string) =>
      who.send('post', `${C}/asked/case-one`, { id: `entry-${++n}`, text });
    await answer(c.ines, 'It was me.').expect(404);
    expect((await answer(c.bram, ' ').expect(422)).body.errors[0].message).toBe('Write your answer.');
    await answer(c.bram, 'We wrote it together at the library.').expect(200);
    expect((await view(c.teodora)).waiting).toBe(0);
    expect(await notices(c.teodora)).toContain('askedAnswered');
    expect(await notices(anselm)).not.toContain('askedAnswered');
    // A look through their eyes sees none of it.
    const seen = await c.teodora.get(`${C}/asked?as=bram&at=${c.server.now}`).expect(200);
    expect(seen.body).toEqual({ asked: [] });
    const told = await c.teodora.get(`${C}/notices?as=bram&at=${c.server.now}`).expect(200);
    expect(JSON.stringify(told.body)).not.toContain('asked');
    await c.bram.get(K).expect(404);
  });

  it('is decided with a reason, opened again with one, and removed only then', async () => {
    await begin();
    const decide = (version: number, decision: string | null, reason = 'They said so.') =>
      c.teodora.send('put', `${K}/decision`, { version, decision, reason });
    await c.teodora.send('delete', K).expect(403);
    expect((await decide(1, 'Nothing to hold against anyone.', '').expect(422)).body.errors[0].message).toBe(
      'Write the reason.',
    );
    await add(c.teodora, { kind: 'message', to: 'bram', text: 'Tell us.' }).expect(200);
    await decide(1, 'Nothing to hold against anyone.').expect(200);
    await decide(1, 'Something else.').expect(409);
    expect((await add(c.teodora, { kind: 'note', text: 'More.' }).expect(403)).body.detail).toContain(
      'Open it again',
    );
    await c.bram.send('post', `${C}/asked/case-one`, { id: 'late-answer', text: 'Wait.' }).expect(403);
    expect((await asked(c.bram))[0]!.open).toBe(false);
    await decide(2, null).expect(200);
    await add(c.teodora, { kind: 'note', text: 'More.' }).expect(200);
    expect(await kinds()).toEqual(['opened', 'pair', 'message', 'decided', 'reopened', 'note']);
    await decide(3, 'As before.').expect(200);
    await c.teodora.send('delete', K).expect(200);
    await c.teodora.get(K).expect(404);
    expect(await asked(c.bram)).toEqual([]);
    expect(await c.server.db.selectFrom('case_entry').selectAll().execute()).toEqual([]);
  });

  it('is a file whose digest it tells, the same as long as nothing is added', async () => {
    await begin();
    const record = async () => (await c.teodora.get(`${K}/record.json`).buffer(true).expect(200)).text;
    const before = await record();
    expect(createHash('sha256').update(before).digest('hex')).toBe((await view(c.teodora)).digest);
    c.server.now += 60_000;
    expect(await record()).toBe(before);
    expect(JSON.parse(before)).toMatchObject({
      format: 'juror-case',
      entries: [{}, { content: { kind: 'pair' } }],
    });
    await add(c.teodora, { kind: 'note', text: 'More.' }).expect(200);
    expect(await record()).not.toBe(before);
  });

  it('keeps its files, for who is named in it', async () => {
    await begin();
    await c.teodora.upload('minutes-1', pdfOf('What was said.'), 'minutes.pdf').expect(200);
    await add(anselm, { kind: 'file', file: 'minutes-1' }).expect(404);
    await add(c.teodora, { kind: 'file', file: 'minutes-1' }).expect(200);
    await anselm.get('/api/files/minutes-1').expect(404);
    await c.teodora.send('put', `${K}/people/anselm`, { named: true }).expect(200);
    await anselm.get('/api/files/minutes-1').expect(200);
    expect((await add(anselm, { kind: 'file', file: 'minutes-1' }).expect(422)).body.errors[0].field).toBe(
      'file',
    );
    c.server.now += 30 * DAY;
    await removeUnnamed(c.server.deps, true);
    await anselm.get('/api/files/minutes-1').expect(200);
  });

  it('goes by the course’s rule, so many months after its decision', async () => {
    await begin();
    const { version, settings } = (await c.teodora.get(`${C}/settings`).expect(200)).body;
    await c.teodora
      .send('put', `${C}/settings`, { version, settings: { ...settings, caseMonths: 6 } })
      .expect(200);
    expect((await view(c.teodora)).removedAt).toBeNull();
    await c.teodora
      .send('put', `${K}/decision`, { version: 1, decision: 'Nothing.', reason: 'So.' })
      .expect(200);
    const { removedAt } = await view(c.teodora);
    expect(new Date(removedAt!).toISOString()).toBe('2026-09-02T23:00:00.000Z');
    c.server.now = removedAt! - 1;
    expect(await removeOldCases(c.server.deps)).toBe(0);
    c.server.now = removedAt!;
    expect(await removeOldCases(c.server.deps)).toBe(1);
    await c.teodora.get(K).expect(404);
  });

  it('is opened with students one works with, and with what one may read', async () => {
    await begin();
    await keepToEvening(c.server, 'pilar', ['bram']);
    const by = (who: Client, id: string, more: object) =>
      who.send('post', `${C}/cases`, { id, title: 'A title', students: ['bram'], first: null, ...more });
    await by(c.pilar, 'case-two', { students: ['ines'] }).expect(404);
    await by(c.pilar, 'case-two', { first: { kind: 'post', forum: 'floodplain', post: 'ines-1' } }).expect(
      404,
    );
    await by(c.pilar, 'case-two', { first: { kind: 'pair', one: 'ines-1', other: 'bram-1' } }).expect(404);
    expect((await by(c.pilar, 'case-two', { students: [] }).expect(422)).body.errors[0].message).toBe(
      'Choose at least one student.',
    );
    await by(c.pilar, 'case-two', { first: { kind: 'post', forum: 'floodplain', post: 'bram-1' } }).expect(
      200,
    );
    // Twice under one id is once; somebody else's id is taken.
    await by(c.pilar, 'case-two', {}).expect(200);
    await by(c.teodora, 'case-two', {}).expect(422);
    await c.bram
      .send('post', `${C}/cases`, { id: 'case-three', title: 'X', students: ['bram'], first: null })
      .expect(404);
  });
});
