import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { ForumView } from '../../contract/discuss';
import type { MoreTimeRequest } from '../../contract/moreTime';
import type { NoticeGroup } from '../../contract/notices';
import type { ForumForEdit, PlanView } from '../../contract/plan';
import type { AnswerOf } from '../../contract/endpoint';
import type { getWaiting } from '../../contract/waiting';
import { at, C, F, withForum, type Client } from '../testing/testServer';

type Course = Awaited<ReturnType<typeof withForum>>;
let c: Course;

const schedule = {
  visibleFrom: null,
  visibleUntil: null,
  postingFrom: null,
  postingUntil: at('03-10 23:59'),
  initialDue: at('03-04 23:59'),
  repliesDue: at('03-08 23:59'),
  reviewsDue: null,
};

const ask = (who: Client, change: object = {}) =>
  who.send('post', `${F}/more-time`, { id: 'request-1', reason: 'I am ill.', until: null, ...change });
const requests = async (who: Client) =>
  ((await who.get(`${C}/more-time`).expect(200)).body as { requests: MoreTimeRequest[] }).requests;
const answer = (change: object, who: Client = c.teodora, id = 'request-1') =>
  who.send('put', `${C}/more-time/${id}`, { grant: null, answer: '', ...change });
const datesOf = async (who: Client) => ((await who.get(F).expect(200)).body as ForumView).dates;
const notices = async (who: Client) =>
  ((await who.get(`${C}/notices`).expect(200)).body as { groups: NoticeGroup[] }).groups.map(
    ({ kind, line }) => ({ kind, line }),
  );

beforeEach(async () => {
  c = await withForum({ schedule });
  c.server.now = at('03-03 12:00');
});
afterEach(() => c.server.close());

describe('a request for more time', () => {
  it('reaches staff, and nobody else; sent twice it is one', async () => {
    await ask(c.ines, { until: at('03-06 12:00') }).expect(200);
    await ask(c.ines, { until: at('03-06 12:00') }).expect(200);
    expect(await requests(c.ines)).toMatchObject([{ id: 'request-1', state: 'asked', reason: 'I am ill.' }]);
    expect(await requests(c.teodora)).toMatchObject([
      { student: { id: 'ines' }, until: at('03-06 12:00'), initialDue: at('03-04 23:59') },
    ]);
    expect(await requests(c.bram)).toEqual([]);
    expect(await notices(c.teodora)).toContainEqual({ kind: 'timeAsked', line: null });
    const { requests: waits } = (await c.teodora.get(`${C}/waiting`).expect(200)).body as AnswerOf<
      typeof getWaiting
    >;
    expect(waits.map(({ id }) => id)).toEqual(['request-1']);
  });
  it('is granted by own terms of the student, and posting stays open as long', async () => {
    await ask(c.ines).expect(200);
    const before = await datesOf(c.bram);
    await answer({ grant: { initialDue: at('03-12 23:59') }, answer: 'Get well.' }).expect(200);
    expect(await datesOf(c.ines)).toMatchObject({
      initialDue: at('03-12 23:59'),
      repliesDue: at('03-08 23:59'),
      reviewsDue: null,
      postingUntil: at('03-12 23:59'),
    });
    expect(await datesOf(c.bram)).toEqual(before);
    expect((await requests(c.ines))[0]).toMatchObject({ state: 'granted', answer: 'Get well.' });
    expect(await notices(c.ines)).toContainEqual({ kind: 'timeAnswered', line: 'Get well.' });
    expect(await notices(c.teodora)).not.toContainEqual({ kind: 'timeAsked', line: null });
  });
  it('is declined with a reason, and may then be made again', async () => {
    await ask(c.ines).expect(200);
    const silent = await answer({});
    expect([silent.status, silent.body.errors[0].field]).toEqual([422, 'answer']);
    await answer({ answer: 'Two days are left.' }).expect(200);
    expect((await requests(c.ines))[0]).toMatchObject({ state: 'declined', answeredBy: 'teodora Example' });
    await ask(c.ines, { id: 'request-2' }).expect(200);
  });
  it('is answered once', async () => {
    await ask(c.ines).expect(200);
    await answer({ answer: 'No.' }).expect(200);
    const again = await answer({ grant: { initialDue: at('03-12 23:59') } });
    expect([again.status, again.body.code]).toEqual([409, 'answered']);
    expect(again.body.detail).toContain('teodora Example has answered this already');
  });
  it('is withdrawn by who made it, while it waits', async () => {
    await ask(c.ines).expect(200);
    await c.bram.send('put', `${C}/more-time/request-1/withdrawn`, {}).expect(404);
    await c.ines.send('put', `${C}/more-time/request-1/withdrawn`, {}).expect(200);
    expect((await requests(c.teodora))[0]!.state).toBe('withdrawn');
    await answer({ answer: 'No.' }).expect(409);
  });
  it('names no forum that is no longer there for the student', async () => {
    await ask(c.ines).expect(200);
    const { version, settings } = (await c.teodora.get(`${F}/settings`).expect(200)).body as ForumForEdit;
    const rules = { ...settings.rules, schedule: { ...schedule, visibleUntil: at('03-11 12:00') } };
    await c.teodora
      .send('put', `${F}/settings`, { version, settings: { ...settings, rules }, publish: false })
      .expect(200);
    c.server.now = at('03-12 12:00');
    expect(await requests(c.ines)).toEqual([]);
    expect(await requests(c.teodora)).toHaveLength(1);
  });
  it('is seen in the past as it stood then', async () => {
    await ask(c.ines).expect(200);
    c.server.now = at('03-03 15:00');
    await answer({ answer: 'Two days are left.' }).expect(200);
    const then = async (time: string) =>
      (
        (await c.teodora.get(`${C}/more-time?as=ines&at=${at(time)}`).expect(200)).body as {
          requests: MoreTimeRequest[];
        }
      ).requests.map(({ state, answer: said }) => [state, said]);
    expect(await then('03-03 11:00')).toEqual([]);
    expect(await then('03-03 13:00')).toEqual([['asked', null]]);
    expect(await then('03-03 16:00')).toEqual([['declined', 'Two days are left.']]);
  });
  it('is answered by instructors alone', async () => {
    await ask(c.ines).expect(200);
    await answer({ answer: 'No.' }, c.pilar).expect(404);
    await answer({ answer: 'No.' }, c.bram).expect(404);
  });
  it('says what is wrong with it', async () => {
    expect((await ask(c.ines, { reason: ' ' })).body.detail).toBe('Say why you need more time.');
    expect((await ask(c.ines, { until: at('03-02 12:00') })).body.errors[0].field).toBe('until');
    await ask(c.ines).expect(200);
    expect((await ask(c.ines, { id: 'request-2' })).body.code).toBe('noMoreTime');
    expect((await ask(c.bram)).body.code).toBe('idTaken');
    const earlier = await answer({ grant: { initialDue: at('03-01 12:00') } });
    expect([earlier.status, earlier.body.errors[0].field]).toEqual([422, 'grant']);
  });
});

describe('time away', () => {
  const planned = async () => ((await c.teodora.get(`${C}/plan`).expect(200)).body as PlanView).forums[0]!;
  const away = (body: object, who: Client = c.teodora, person = 'ines') =>
    who.send('put', `${C}/people/${person}/away`, { changes: [], excuse: [], ...body });
  const moved = async () => {
    const { id, version, forum } = await planned();
    const own = {
      id: 'terms-1',
      targets: { kind: 'students', ids: ['ines'] },
      dates: { initialDue: { at: at('03-07 23:59') } },
      numbers: {},
    };
    return { forumId: id, version, schedule: forum.schedule, ownTerms: [own] };
  };

  it('moves and excuses together, and the same undoes it', async () => {
    const first = await away({ changes: [await moved()], reason: 'Ill' }).expect(200);
    expect((await datesOf(c.ines)).initialDue).toBe(at('03-07 23:59'));
    const { id } = await planned();
    const excused = await away({ excuse: [{ forumId: id, excused: true }] }).expect(200);
    expect(excused.body.excused).toEqual([id]);
    // Whoever is excused already is not excused a second time, and stays so when that is undone.
    const again = await away({ excuse: [{ forumId: id, excused: true }] }).expect(200);
    expect(again.body.excused).toEqual([]);
    const back = { ...(await moved()), ownTerms: [], version: first.body.versions[id] as number };
    await away({ changes: [back], excuse: [{ forumId: id, excused: false }] }).expect(200);
    expect((await datesOf(c.ines)).initialDue).toBe(at('03-04 23:59'));
  });
  it('is all or nothing, and for instructors', async () => {
    const change = await moved();
    await away({ changes: [change], excuse: [{ forumId: 'nowhere', excused: true }] }).expect(404);
    expect((await datesOf(c.ines)).initialDue).toBe(at('03-04 23:59'));
    expect((await away({})).body.errors[0].field).toBe('changes');
    await away({ changes: [change] }, c.pilar).expect(404);
    await away({ changes: [change] }, c.teodora, 'pilar').expect(404);
    const old = await away({ changes: [{ ...change, version: 99 }] });
    expect([old.status, old.body.code]).toEqual([409, 'conflict']);
  });
});
