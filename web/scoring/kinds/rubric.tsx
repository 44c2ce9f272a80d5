import { z } from 'zod';
import type { RubricPart } from '../../../core/course/evaluation';
import { rangeOf } from '../../../core/scoring/kinds/rubric';
import { nameText, plainText, pointsText } from '../../forms/codecs';
import { BuiltCriteria } from '../form/BuiltCriteria';
import { guideIdText } from '../form/guideId';
import type { PartFace } from '../partFace';
import { CriterionOnSheet, NO_CRITERION, type RubricTyped } from '../sheet/CriterionOnSheet';
import { readGiven, shownPoints } from '../sheet/typedPoints';

const codec = z.object({
  guideId: guideIdText,
  anyNumber: z.boolean(),
  criteria: z
    .array(
      z.object({
        id: z.string(),
        title: nameText('the criterion'),
        description: plainText,
        // A form that was kept before there were several has none.
        outcomes: z.array(z.string()).prefault([]),
        basis: z.enum(['initial', 'replies', 'whole']),
        levels: z
          .array(
            z.object({
              id: z.string(),
              title: nameText('the level'),
              description: plainText,
              points: pointsText,
            }),
          )
          .min(1, 'Add at least one level.'),
      }),
    )
    .min(1, 'Add at least one criterion.'),
});

/** Criteria, each judged by one of its levels. */
export const rubric: PartFace<RubricPart, z.input<typeof codec>, RubricTyped> = {
  form: {
    offers: [{ words: 'by a rubric' }],
    start: { guideId: '', anyNumber: false, criteria: [] },
    codec,
    Fields: BuiltCriteria,
  },
  sheet: {
    nothing: { criteria: {} },
    typed: ({ criteria = {} }) => ({
      criteria: Object.fromEntries(
        Object.entries(criteria).map(([id, { levelId, points, comment }]) => [
          id,
          { levelId, points: shownPoints(points), comment: comment ?? '' },
        ]),
      ),
    }),
    decision(part, typed, tell) {
      const criteria = part.criteria.flatMap((criterion) => {
        const { levelId, points, comment } = typed.criteria[criterion.id] ?? NO_CRITERION;
        const { least, most } = rangeOf(criterion);
        const told = (message: string) => tell(`${part.id} ${criterion.id}`, message);
        const given = part.anyNumber ? readGiven(points, criterion.title, most, told, least) : null;
        if (levelId === null && given === null && comment === '') return [];
        const decided = {
          levelId,
          ...(given !== null && { points: given }),
          ...(comment !== '' && { comment }),
        };
        return [[criterion.id, decided] as const];
      });
      return criteria.length === 0 ? {} : { criteria: Object.fromEntries(criteria) };
    },
    rows: (part, { criteria }) =>
      part.criteria.map(({ id, title, levels }) => {
        const now = criteria[id] ?? NO_CRITERION;
        return {
          id: `${part.id} ${id}`,
          title,
          isField: false,
          choices: levels.length,
          isGiven: now.levelId !== null || now.points !== '',
          chosen: now.levelId,
          choose: (nth) => {
            const level = levels[nth];
            return level
              ? { criteria: { ...criteria, [id]: { ...now, levelId: level.id, points: '' } } }
              : null;
          },
        };
      }),
    Body: ({ at }) =>
      at.part.criteria.map((criterion) => (
        <CriterionOnSheet key={criterion.id} at={at} criterion={criterion} />
      )),
    Beside: null,
    AtPost: null,
  },
};
