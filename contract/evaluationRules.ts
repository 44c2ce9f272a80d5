import { z } from 'zod';
import { id, instant, percent } from './basics';

/** Points in hundredths, from 0 to 1,000. */
const points = z.int().min(0, 'points of 0 or more').max(100_000, 'at most 1,000 points');
const basis = z.enum(['initial', 'replies', 'whole']);
const named = (what: string, longest = 120) =>
  z.string().trim().min(1, `${what} needs a name`).max(longest, `at most ${longest} characters`);
const described = z.string().trim().max(1000, 'at most 1,000 characters');

const alike = <T extends { readonly id: string }>(all: readonly T[]) =>
  new Set(all.map((each) => each.id)).size === all.length;

/** The criteria of a rubric; each with at least one level. */
export const criteria = z
  .array(
    z.strictObject({
      id,
      title: named('a criterion'),
      description: described,
      outcome: z.string().trim().max(200, 'at most 200 characters'),
      basis,
      levels: z
        .array(z.strictObject({ id, title: named('a level', 60), description: described, points }))
        .min(1, 'a criterion needs at least one level')
        .max(10, 'at most 10 levels')
        .refine(alike, 'every level needs an id of its own'),
    }),
  )
  .min(1, 'a rubric needs at least one criterion')
  .max(30, 'at most 30 criteria')
  .refine(alike, 'every criterion needs an id of its own');

/** The items of a checklist. */
export const items = z
  .array(
    z.strictObject({
      id,
      title: named('an item', 200),
      points,
      slot: z
        .strictObject({
          kind: z.enum(['initial', 'attachment', 'reply', 'post']),
          number: z.int().min(1).max(100),
        })
        .nullable(),
    }),
  )
  .min(1, 'a checklist needs at least one item')
  .max(50, 'at most 50 items')
  .refine(alike, 'every item needs an id of its own');

/** The levels of a scale. */
export const scaleLevels = z
  .array(z.strictObject({ id, title: named('a level', 60), description: described, share: percent }))
  .min(1, 'a scale needs at least one level')
  .max(12, 'at most 12 levels')
  .refine(alike, 'every level needs an id of its own');

const combination = z.discriminatedUnion('by', [
  z.strictObject({ by: z.enum(['mean', 'median', 'highest', 'lowest', 'sum']) }),
  z.strictObject({ by: z.literal('best'), n: z.int().min(1, 'at least 1').max(100, 'at most 100') }),
  z.strictObject({ by: z.literal('mostFrequent'), tie: z.enum(['higher', 'lower']) }),
]);

const common = {
  id,
  title: z.string().trim().min(1, 'a part needs a name').max(80, 'at most 80 characters'),
  maximum: z.int().min(1, 'a part needs points above 0').max(100_000, 'at most 1,000 points'),
  basis,
};

/** The guide of the library that a part was taken from. */
const guideId = id.nullable().optional();

/** One part of an evaluation, as it is saved. */
export const part = z.discriminatedUnion('kind', [
  z.strictObject({ ...common, kind: z.literal('direct') }),
  z.strictObject({ ...common, kind: z.literal('rubric'), guideId, criteria, anyNumber: z.boolean() }),
  z.strictObject({ ...common, kind: z.literal('checklist'), guideId, items }),
  z.strictObject({ ...common, kind: z.literal('levels'), guideId, levels: scaleLevels }),
  z.strictObject({
    ...common,
    kind: z.literal('perPost'),
    each: z.int().min(1, 'points above 0').max(100_000, 'at most 1,000 points'),
    combine: combination,
    unscored: z.enum(['incomplete', 'ignored', 'zero']),
  }),
  z.strictObject({ ...common, kind: z.literal('completion'), allOrNothing: z.boolean() }),
  z.strictObject({ ...common, kind: z.literal('ratings'), atLeast: z.int().min(1).max(100) }),
]);

/** How a forum becomes a score, as it is saved. */
export const evaluationRules = z.strictObject({
  maximum: z.int().min(0).max(100_000, 'at most 1,000 points'),
  parts: z.array(part).max(20),
  lateness: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('none') }),
    z.strictObject({ kind: z.literal('perDay'), percent, atMost: percent }),
    z.strictObject({ kind: z.literal('noCredit') }),
  ]),
  gate: z.enum(['none', 'replies', 'whole']),
  aboveMaximum: z.boolean(),
  /** Whether evaluators see names only once a score is given; absent: as each of them likes. */
  hideNames: z.boolean().optional(),
  /** Whether two evaluators read each student, neither knowing what the other has given; absent: one is enough. */
  secondReading: z.boolean().optional(),
  /** Whether students may ask for another look at a released score, and until when; absent: they may, at any time. */
  lookAgain: z.strictObject({ until: instant.nullable() }).nullable().optional(),
});
