import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { OutboxMail } from '../../contract/notices';
import { DAY } from '../../core/time/instant';
import { at, C, F, withForum, type Client } from '../testing/testServer';
import { lastLetterHour } from './letterMail';

let c: Awaited<ReturnType<typeof withForum>>;
beforeEach(async () => {
  c = await withForum({ seal: null });
  await c.server.deps.mailer.pass();
});
afterEach(() => c.server.close());

const choose = (who: Client, letter: boolean) => who.send('put', '/api/mail/letter', { letter }).expect(200);
const letters = async (who: Client) => {
  await c.server.deps.mailer.pass();
  const { mails } = (await who.get('/api/mail/outbox').expect(200)).body as { mails: OutboxMail[] };
  return mails.filter(({ kind }) => kind === 'weekly');
};

describe('the weekly letter', () => {
  it('is of Mondays at seven by the clocks of the course', () => {
    expect(lastLetterHour('Europe/Lisbon', at('03-04 12:00'))).toBe(at('03-02 07:00'));
    expect(lastLetterHour('Europe/Lisbon', at('03-02 07:00'))).toBe(at('03-02 07:00'));
    expect(lastLetterHour('Europe/Lisbon', at('03-02 06:59'))).toBe(at('02-23 07:00'));
    // Clocks changed on the 29th.
    expect(lastLetterHour('Europe/Lisbon', at('03-30 06:59'))).toBe(at('03-23 07:00'));
  });

  it('is nobody’s until they choose it, and then comes once a week', async () => {
    await c.write(c.ines, 'mine', 60).expect(200);
    c.server.now = at('03-09 07:00');
    expect(await letters(c.teodora)).toEqual([]);
    await choose(c.teodora, true);
    expect((await c.teodora.get('/api/mail/choice').expect(200)).body).toMatchObject({ letter: true });
    c.server.now = at('03-15 12:00');
    expect(await letters(c.teodora)).toEqual([]);
    c.server.now = at('03-16 07:00');
    const [first] = await letters(c.teodora);
    expect(first).toMatchObject({ state: 'sent', subject: 'RVC 210: the week of 16 Mar' });
    expect(first!.text).toMatch(/- \d students? to evaluate: \d in Who owns the floodplain\?\./);
    expect(first!.text).toContain('https://juror.example/c/rivers/waiting');
    expect(first!.text!.split('\n').filter((line) => line.startsWith('- ')).length).toBeLessThanOrEqual(10);
    c.server.now = at('03-17 07:00');
    expect(await letters(c.teodora)).toHaveLength(1);
    c.server.now = at('03-23 07:00');
    expect(await letters(c.teodora)).toHaveLength(2);
    await choose(c.teodora, false);
    c.server.now = at('03-30 07:00');
    expect(await letters(c.teodora)).toHaveLength(2);
  });

  it('names dates of the coming week, and is sent to no student, nobody removed, and long after the term to nobody', async () => {
    await choose(c.teodora, true);
    await choose(c.pilar, true);
    await choose(c.ines, true);
    const { body } = await c.teodora.get(`${F}/settings`).expect(200);
    const { settings, version } = body as { settings: { rules: { schedule: object } }; version: number };
    const schedule = {
      ...settings.rules.schedule,
      initialDue: at('03-11 23:59'),
      postingUntil: at('03-20 23:59'),
    };
    await c.teodora
      .send('put', `${F}/settings`, {
        version,
        settings: { ...settings, rules: { ...settings.rules, schedule } },
        publish: true,
        confirmed: true,
      })
      .expect(200);
    await c.server.db
      .updateTable('member')
      .set({ removed_at: at('03-03 12:00') })
      .where('person_id', '=', 'pilar')
      .execute();
    c.server.courses.forget('rivers');
    c.server.now = at('03-09 07:30');
    const [letter] = await letters(c.teodora);
    expect(letter!.text).toContain('Initial post due, Who owns the floodplain?.');
    expect(await letters(c.ines)).toEqual([]);
    expect(await letters(c.pilar)).toEqual([]);
    const { body: plan } = await c.teodora.get(C).expect(200);
    c.server.now = (plan as { termEnd: number }).termEnd + 20 * DAY;
    expect(await letters(c.teodora)).toHaveLength(1);
  });
});
