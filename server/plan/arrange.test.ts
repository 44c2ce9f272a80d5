import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { PlanView } from '../../contract/plan';
import { shippedRecipes } from '../../contract/shippedRecipes';
import { forumSettings } from '../../contract/forumSettings';
import { textOf } from '../../core/text/textOf';
import { at, C, F, settings, withForum, type Client } from '../testing/testServer';

let c: Awaited<ReturnType<typeof withForum>>;
beforeEach(async () => {
  c = await withForum();
});
afterEach(() => c.server.close());
const plan = async (who: Client = c.teodora) => (await who.get(`${C}/plan`).expect(200)).body as PlanView;
const make = (id: string, change: Parameters<typeof settings>[0] = {}, title = id) =>
  c.teodora.send('put', `${C}/forums/${id}/settings`, {
    version: 0,
    settings: settings(change, title),
    publish: false,
  });

describe('dates of the plan', () => {
  const move = (changes: object[], confirmed = false) =>
    c.teodora.send('put', `${C}/plan/dates`, { changes, what: 'moved', confirmed });
  const change = async (forumId: string, schedule: object, ownTerms: object[] = []) => {
    const planned = (await plan()).forums.find(({ id }) => id === forumId)!;
    return {
      forumId,
      version: planned.version,
      schedule: { ...planned.forum.schedule, ...schedule },
      ownTerms,
    };
  };
  it('move all or none, and raise the version of each', async () => {
    await make('second').expect(200);
    const good = await change('floodplain', { initialDue: at('03-05 23:59') });
    const stale = { ...(await change('second', {})), version: 9 };
    await move([good, stale]).expect(409);
    expect((await plan()).forums[0]!.forum.schedule.initialDue).toBe(at('03-04 23:59'));
    expect((await move([good]).expect(200)).body.versions).toEqual({ floodplain: 2 });
    expect((await plan()).forums[0]!.forum.schedule.initialDue).toBe(at('03-05 23:59'));
  });
  it('refuse an end before its start, own terms for nobody, and an error in what is published', async () => {
    await move([await change('floodplain', { postingFrom: at('03-20 08:00') })]).expect(422);
    const own = (ids: string[]) => [
      { id: 'own1', targets: { kind: 'students', ids }, dates: { initialDue: 'none' }, numbers: {} },
    ];
    await move([await change('floodplain', {}, own([]))]).expect(422);
    await move([await change('floodplain', {}, own(['stranger']))]).expect(422);
    await move([await change('floodplain', {}, own(['ines']))]).expect(200);
    await move([await change('floodplain', { visibleFrom: at('03-09 08:00') })]).expect(422);
  });
  it('ask first where the seal would close or open for someone', async () => {
    c.server.now = at('03-12 12:00');
    await c.ines.get(F).expect(200);
    const later = await change('floodplain', { postingUntil: at('03-20 23:59') });
    const { body } = await move([later]).expect(409);
    expect(body.code).toBe('sealChanges');
    expect(body.current.reseals).toContain('ines Example');
    await move([later], true).expect(200);
  });
  it('are the instructors’', async () => {
    await c.pilar
      .send('put', `${C}/plan/dates`, { changes: [await change('floodplain', {})], what: 'moved' })
      .expect(404);
  });
});

describe('order and duplicates', () => {
  it('puts forums in an order, on top, and in another unit', async () => {
    await c.server.db
      .insertInto('unit')
      .values({ id: 'unit-1', course_id: 'rivers', title: 'One', position: 0 })
      .execute();
    await make('second').expect(200);
    const order = {
      units: ['unit-1'],
      forums: [
        { id: 'second', unitId: 'unit-1' },
        { id: 'floodplain', unitId: 'unit-1' },
      ],
      pinned: ['floodplain'],
    };
    // The course was read before the unit was made behind its back.
    await make('third').expect(200);
    await c.teodora.send('put', `${C}/plan/order`, order).expect(422);
    await c.teodora
      .send('put', `${C}/plan/order`, { ...order, forums: [...order.forums, { id: 'third', unitId: null }] })
      .expect(200);
    expect((await plan()).forums.map(({ id, pinned, unitId }) => [id, pinned, unitId])).toEqual([
      ['floodplain', 0, 'unit-1'],
      ['third', null, null],
      ['second', null, 'unit-1'],
    ]);
    await c.pilar.send('put', `${C}/plan/order`, order).expect(404);
  });
  it('duplicates forums as drafts, dates moved by the calendar, and what waits for a copy waits for the copy', async () => {
    await make('after', {
      prerequisites: [{ forumId: 'floodplain', condition: { kind: 'allPosts' } }],
    }).expect(200);
    const copies = [
      { from: 'after', to: 'after-2' },
      { from: 'floodplain', to: 'flood-2' },
    ];
    await c.teodora.send('post', `${C}/plan/duplicates`, { copies, unitId: null, days: 28 }).expect(200);
    const { forums } = await plan();
    const copy = forums.find(({ id }) => id === 'flood-2')!;
    expect(copy).toMatchObject({
      title: 'Who owns the floodplain? (copy)',
      posts: 0,
      forum: { status: 'draft' },
    });
    expect(copy.forum.schedule.repliesDue).toBe(at('04-05 23:59'));
    expect(forums.find(({ id }) => id === 'after-2')!.forum.prerequisites[0]!.forumId).toBe('flood-2');
    await c.teodora
      .send('post', `${C}/plan/duplicates`, {
        copies: [{ from: 'nowhere', to: 'xxxx' }],
        unitId: null,
        days: 0,
      })
      .expect(404);
  });
});

describe('starters', () => {
  it('written with a forum are posted when it is published, once, and visible under the seal', async () => {
    const withStarter = { ...settings({}, 'With a starter'), starter: textOf('I begin with a question.') };
    const put = (version: number, publish: boolean) =>
      c.teodora.send('put', `${C}/forums/started/settings`, { version, settings: withStarter, publish });
    expect((await put(0, false).expect(200)).body.starterPosted).toBe(false);
    expect((await put(1, true).expect(200)).body.starterPosted).toBe(true);
    const { posts, sealed } = (await c.ines.get(`${C}/forums/started`).expect(200)).body;
    expect(posts).toMatchObject([{ starter: true, authorId: 'teodora' }]);
    expect(sealed.posts).toBe(0);
    await c.teodora.send('put', `${C}/forums/started/status`, { version: 2, to: 'draft' }).expect(200);
    await c.teodora.send('put', `${C}/forums/started/status`, { version: 3, to: 'published' }).expect(200);
    expect((await c.ines.get(`${C}/forums/started`)).body.posts).toHaveLength(1);
  });
});

describe('recipes and findings put aside', () => {
  it('ships six recipes that the server takes as forums', () => {
    const recipes = shippedRecipes();
    expect(recipes).toHaveLength(6);
    for (const { settings: of } of recipes) expect(forumSettings.safeParse(of).error).toBeUndefined();
  });
  it('a forum’s settings become one’s own recipe, or the course’s', async () => {
    const save = (who: Client, id: string, forCourse: boolean) =>
      who.send('put', `${C}/recipes/${id}`, {
        forumId: 'floodplain',
        title: 'A hearing',
        note: '',
        forCourse,
      });
    await save(c.teodora, 'mine', false).expect(200);
    await save(c.teodora, 'ours', true).expect(200);
    const anselm = await c.server.as('anselm');
    const seen = async (who: Client) =>
      (
        (await who.get(`${C}/recipes`).expect(200)).body.recipes as {
          id: string;
          of: string;
          dates: object;
          settings: { unitId: null };
        }[]
      ).filter(({ of }) => of !== 'juror');
    expect((await seen(c.teodora)).map(({ id, of }) => [id, of])).toEqual([
      ['mine', 'mine'],
      ['ours', 'course'],
    ]);
    expect((await seen(anselm)).map(({ id }) => id)).toEqual(['ours']);
    expect((await seen(anselm))[0]!.dates).toMatchObject({
      initialDue: { day: 2, time: '23:59' },
      visibleFrom: null,
    });
    await anselm.send('delete', `${C}/recipes/mine`).expect(404);
    await anselm.send('delete', `${C}/recipes/ours`).expect(200);
    await c.pilar
      .send('put', `${C}/recipes/theirs`, { forumId: 'floodplain', title: 'x', note: '', forCourse: true })
      .expect(404);
  });
  it('a finding is put aside with a reason, and taken up again', async () => {
    const dismiss = (reason: string | null) =>
      c.teodora.send('put', `${C}/plan/dismissals`, {
        forumId: 'floodplain',
        code: 'crowdedDueDates',
        facts: '[1]',
        reason,
      });
    await dismiss(' ').expect(422);
    await dismiss('They know').expect(200);
    expect((await plan()).dismissed).toMatchObject([
      { code: 'crowdedDueDates', reason: 'They know', by: 'teodora Example' },
    ]);
    await dismiss(null).expect(200);
    expect((await plan()).dismissed).toEqual([]);
  });
});

describe('what posts forbid', () => {
  it('readers stay once a student has posted; openings change only where the posts fit', async () => {
    await c.write(c.ines, 'mine', 8).expect(200);
    const put = async (change: Parameters<typeof settings>[0]) => {
      const { version, settings: now } = (await c.teodora.get(`${F}/settings`)).body;
      return c.teodora.send('put', `${F}/settings`, {
        version,
        settings: { ...now, rules: { ...now.rules, ...change } },
        publish: true,
        confirmed: true,
      });
    };
    const field = async (change: Parameters<typeof settings>[0]) =>
      (await put(change)).body.errors?.[0].field;
    expect(await field({ readers: 'section' })).toBe('rules.readers');
    expect(
      await field({
        openings: 'answerQuestions',
        questions: [{ id: 'first', retired: false, text: textOf('What?') }],
      }),
    ).toBe('rules.openings');
    expect((await put({ openings: 'oneThreadEach' })).status).toBe(200);
    expect(
      await field({ audience: { kind: 'listed', sectionIds: ['midnight'], groupIds: [], studentIds: [] } }),
    ).toBe('rules.audience');
    expect(await field({ groupPlanId: 'nothing' })).toBe('rules.groupPlanId');
  });
  it('a question with answers is retired, not taken away', async () => {
    const questions = [
      { id: 'first', retired: false, text: textOf('What?') },
      { id: 'other', retired: false, text: textOf('Why?') },
    ];
    await c.teodora
      .send('put', `${C}/forums/asks/settings`, {
        version: 0,
        settings: settings({ openings: 'answerQuestions', questions }, 'Asks'),
        publish: true,
      })
      .expect(200);
    await c.ines
      .send('post', `${C}/forums/asks/posts`, {
        id: 'answer',
        parentId: null,
        questionId: 'first',
        doc: textOf('Because of the weir, I think so'),
        starter: false,
        draft: null,
      })
      .expect(200);
    const { settings: now } = (await c.teodora.get(`${C}/forums/asks/settings`)).body;
    const put = (of: object[]) =>
      c.teodora.send('put', `${C}/forums/asks/settings`, {
        version: 1,
        settings: { ...now, rules: { ...now.rules, questions: of } },
        publish: true,
        confirmed: true,
      });
    expect((await put([questions[1]!]).expect(422)).body.errors[0].field).toBe('rules.questions');
    await put([{ ...questions[0]!, retired: true }, questions[1]!]).expect(200);
    const { questions: shown } = (await c.ines.get(`${C}/forums/asks`)).body;
    expect(
      shown.map(({ id, retired, sealed }: { id: string; retired: boolean; sealed: boolean }) => [
        id,
        retired,
        sealed,
      ]),
    ).toEqual([
      ['first', true, false],
      ['other', false, true],
    ]);
  });
});
