import { z } from 'zod';
import { SLOT_KINDS } from '../core/course/slotKind';
import type { Part } from '../core/course/evaluation';
import { id, percent, points as anyPoints } from './basics';
import { outcomeCode } from './outcomeList';

/** Points in hundredths, from 0 to 1,000. */
const points = z.int().min(0, 'points of 0 or more').max(100_000, 'at most 1,000 points');
/** Points that an evaluator gives; how many there may be depends on the part. */
const given = anyPoints.min(0, 'Points are 0 or more.');
const postBasis = z.enum(['initial', 'replies', 'whole']);
const basis = z.enum([...postBasis.options, 'reviews']);
const named = (what: string, longest = 120) =>
  z.string().trim().min(1, `${what} needs a name`).max(longest, `at most ${longest} characters`);
const described = z.string().trim().max(1000, 'at most 1,000 characters');
const upTo100 = z.int().min(1, 'at least 1').max(100, 'at most 100');

const differ = <T extends { readonly id: string }>(all: readonly T[]) =>
  new Set(all.map((each) => each.id)).size === all.length;

const common = {
  id,
  title: z.string().trim().min(1, 'a part needs a name').max(80, 'at most 80 characters'),
  maximum: z.int().min(1, 'a part needs points above 0').max(100_000, 'at most 1,000 points'),
  basis,
};

/** A kind of part: what is saved of it in a forum, and what an evaluator decides about it. */
const kind = <K extends Part['kind'], P extends z.ZodRawShape, D extends z.ZodRawShape>(
  name: K,
  own: P,
  decision: D,
) => ({ part: z.strictObject({ ...common, kind: z.literal(name), ...own }), decision });

/** A kind of part that is judged by something the library can keep. */
const guided = <K extends Part['kind'], P extends z.ZodRawShape, D extends z.ZodRawShape>(
  name: K,
  own: P,
  decision: D,
) => ({
  // The guide of the library that the part was taken from.
  ...kind(name, { ...own, guideId: id.nullable().optional() }, decision),
  guide: z.strictObject({
    kind: z.literal(name),
    title: z.string().trim().min(1, 'Give it a name.').max(120, 'At most 120 characters.'),
    ...own,
  }),
});

const direct = kind('direct', {}, { points: given.nullable().optional() });

const rubric = guided(
  'rubric',
  {
    criteria: z
      .array(
        z.strictObject({
          id,
          title: named('a criterion'),
          description: described,
          // The codes of the outcomes it serves.
          outcomes: z.array(outcomeCode).max(20, 'at most 20 outcomes'),
          basis: postBasis,
          levels: z
            .array(z.strictObject({ id, title: named('a level', 60), description: described, points }))
            .min(1, 'a criterion needs at least one level')
            .max(10, 'at most 10 levels')
            .refine(differ, 'every level needs an id of its own'),
        }),
      )
      .min(1, 'a rubric needs at least one criterion')
      .max(30, 'at most 30 criteria')
      .refine(differ, 'every criterion needs an id of its own'),
    anyNumber: z.boolean(),
  },
  {
    criteria: z
      .record(
        id,
        z.strictObject({
          levelId: id.nullable(),
          points: given.nullable().optional(),
          comment: z.string().max(4000, 'A comment has at most 4,000 characters.').optional(),
        }),
      )
      .optional(),
  },
);

const checklist = guided(
  'checklist',
  {
    items: z
      .array(
        z.strictObject({
          id,
          title: named('an item', 200),
          points,
          slot: z
            .strictObject({
              kind: z.enum(SLOT_KINDS),
              number: z.int().min(1).max(100),
            })
            .nullable(),
        }),
      )
      .min(1, 'a checklist needs at least one item')
      .max(50, 'at most 50 items')
      .refine(differ, 'every item needs an id of its own'),
  },
  { items: z.record(id, z.boolean()).optional() },
);

const levels = guided(
  'levels',
  {
    levels: z
      .array(z.strictObject({ id, title: named('a level', 60), description: described, share: percent }))
      .min(1, 'a scale needs at least one level')
      .max(12, 'at most 12 levels')
      .refine(differ, 'every level needs an id of its own'),
  },
  { levelId: id.nullable().optional() },
);

const perPost = kind(
  'perPost',
  {
    basis: postBasis,
    each: z.int().min(1, 'points above 0').max(100_000, 'at most 1,000 points'),
    combine: z.discriminatedUnion('by', [
      z.strictObject({ by: z.enum(['mean', 'median', 'highest', 'lowest', 'sum']) }),
      z.strictObject({ by: z.literal('best'), n: upTo100 }),
      z.strictObject({ by: z.literal('mostFrequent'), tie: z.enum(['higher', 'lower']) }),
    ]),
    unscored: z.enum(['incomplete', 'ignored', 'zero']),
  },
  { posts: z.record(id, z.union([given, z.literal('leftOut')])).optional() },
);

const completion = kind('completion', { allOrNothing: z.boolean() }, {});

const ratings = kind('ratings', { basis: postBasis, atLeast: upTo100 }, {});

/** Every kind of part, by its name. */
export const partSchemas = {
  direct,
  rubric,
  checklist,
  levels,
  perPost,
  completion,
  ratings,
} satisfies Record<Part['kind'], { part: z.ZodType; decision: z.ZodRawShape }>;

/** One part of an evaluation, as it is saved. */
export const part = z.discriminatedUnion('kind', [
  direct.part,
  rubric.part,
  checklist.part,
  levels.part,
  perPost.part,
  completion.part,
  ratings.part,
]);

/** What is decided about one part; each kind of part reads its own field. */
export const partDecision = z.strictObject({
  ...direct.decision,
  ...rubric.decision,
  ...checklist.decision,
  ...levels.decision,
  ...perPost.decision,
});

/** A guide as it stands in a forum, for students who review one another: with the one of the library it was taken from. */
const takenFrom = { guideId: id.nullable().optional() };
export const reviewGuide = z.discriminatedUnion('kind', [
  rubric.guide.extend(takenFrom),
  checklist.guide.extend(takenFrom),
  levels.guide.extend(takenFrom),
]);

/** A rubric, a checklist or a scale as it is kept, and as its JSON file holds it. (docs/formats) */
export const guide = z.discriminatedUnion('kind', [rubric.guide, checklist.guide, levels.guide]);
