import { afterEach, describe, expect, it } from 'vitest';
import { reviewed } from '../testing/reviewed';
import { C, settings, withForum } from '../testing/testServer';

describe('the settings of reviews', () => {
  let c: Awaited<ReturnType<typeof withForum>>;
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
