import fc from 'fast-check';
import { set } from 'react-hook-form';
import { describe, expect, it } from 'vitest';
import type { ForumSettings } from '../../../../contract/forumSettings';
import { newForum } from '../../../../contract/newForum';
import { REVIEW_GUIDE } from '../../../../core/testing/reviewGuide';
import { textOf } from '../../../../core/text/textOf';
import { forumForm, readForum } from './forumForm';

const zone = 'Europe/Lisbon';
const base = newForum();
const reviewed = (review: Partial<NonNullable<ForumSettings['rules']['review']>> = {}): ForumSettings => ({
  ...base,
  title: 'First page of a brief',
  prompt: textOf('Write the first page.'),
  rules: {
    ...base.rules,
    schedule: { ...base.rules.schedule, reviewsDue: Date.UTC(2026, 2, 12, 23, 59) },
    required: { ...base.rules.required, reviews: 2 },
    review: {
      pairing: 'round',
      pairAt: null,
      guide: REVIEW_GUIDE,
      minWords: 40,
      names: 'reviewerHidden',
      received: 'atReviewsDate',
      response: true,
      ...review,
    },
  },
});
/** Reads the form with some fields typed anew, by their paths. */
function read(change: Record<string, unknown>, settings = reviewed()) {
  const form = structuredClone(forumForm(settings, zone).encode(settings));
  for (const [path, value] of Object.entries(change)) set(form, path, value);
  return readForum(form, settings, zone);
}
const R = 'rules.review';

describe('the reviews of a forum in its form', () => {
  it('say what they were given, whatever was chosen', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('round' as const, 'twoByTwo' as const, 'byHand' as const),
        fc.constantFrom('shown' as const, 'bothHidden' as const),
        fc.constantFrom('atOnce' as const, 'atReviewsDate' as const, 'whenReleased' as const),
        fc.constantFrom(null, REVIEW_GUIDE),
        fc.option(fc.integer({ min: 29_540_000, max: 29_560_000 }).map((minutes) => minutes * 60_000)),
        fc.nat({ max: 500 }),
        fc.boolean(),
        (pairing, names, received, by, pairAt, minWords, response) => {
          const settings = reviewed({
            ...{ pairing, names, received, guide: by, minWords, response },
            pairAt: pairing === 'byHand' ? null : pairAt,
          });
          const { settings: back, problems } = read({}, settings);
          expect(problems).toEqual({});
          expect(back.rules.review).toEqual(settings.rules.review);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('name the field and the remedy of everything that cannot be', () => {
    const wrong = (change: Record<string, unknown>) => read(change).problems;
    expect(wrong({ [`${R}.minWords`]: 'some' })).toHaveProperty([`${R}.minWords`]);
    expect(wrong({ [`${R}.minWords`]: '-3' })).toHaveProperty([`${R}.minWords`]);
    expect(wrong({ [`${R}.pairOn`]: 'at' })).toEqual({
      [`${R}.pairAt`]: 'Write when partners are drawn.',
    });
    expect(wrong({ [`${R}.pairOn`]: 'at', [`${R}.pairAt`]: 'next week' })).toHaveProperty([`${R}.pairAt`]);
    expect(wrong({ 'rules.required.reviews': '6' })).toHaveProperty(['rules.required.reviews']);
    expect(wrong({ 'rules.schedule.reviewsDue': 'soon' })).toHaveProperty(['rules.schedule.reviewsDue']);
    const criteria = `${R}.guide.fields.rubric.criteria`;
    expect(wrong({ [criteria]: [] })).toHaveProperty([criteria]);
    expect(wrong({ [`${criteria}.0.title`]: ' ' })).toHaveProperty([`${criteria}.0.title`]);
    expect(wrong({ [`${criteria}.0.levels.1.points`]: 'few' })).toHaveProperty([
      `${criteria}.0.levels.1.points`,
    ]);
  });

  it('ask nothing of a choice that is not made, and keep what was typed for it', () => {
    expect(read({ [`${R}.guided`]: 'none', [`${R}.guide.fields.rubric.criteria`]: [] })).toMatchObject({
      problems: {},
      settings: { rules: { review: { guide: null } } },
    });
    expect(read({ [`${R}.on`]: false, [`${R}.pairOn`]: 'at' })).toMatchObject({
      problems: {},
      settings: { rules: { review: null } },
    });
    expect(read({ [`${R}.pairing`]: 'byHand', [`${R}.pairOn`]: 'at' }).problems).toEqual({});
  });

  it('two by two hide both names or none', () => {
    const { settings } = read({ [`${R}.pairing`]: 'twoByTwo', 'rules.required.reviews': '1' });
    expect(settings.rules.review).toMatchObject({ pairing: 'twoByTwo', names: 'bothHidden' });
  });
});
