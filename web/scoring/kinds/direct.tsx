import { z } from 'zod';
import type { DirectPart } from '../../../core/course/evaluation';
import { maximumWords } from '../../../words/numbers';
import type { PartFace } from '../partFace';
import { PointsField } from '../sheet/PointsField';
import { readGiven, shownPoints } from '../sheet/typedPoints';

interface Typed {
  readonly points: string;
}

/** The evaluator gives a number. */
export const direct: PartFace<DirectPart, Record<string, never>, Typed> = {
  form: { offers: [{ words: 'as you give them' }], start: {}, codec: z.object({}), Fields: null },
  sheet: {
    nothing: { points: '' },
    typed: ({ points }) => ({ points: shownPoints(points) }),
    decision(part, { points }, tell) {
      const given = readGiven(points, part.title, part.maximum, (message) => tell(part.id, message));
      return given === null ? {} : { points: given };
    },
    rows: (part, { points }) => [
      {
        id: part.id,
        title: part.title,
        isField: true,
        choices: 0,
        isGiven: points !== '',
        chosen: null,
        choose: () => null,
      },
    ],
    Body: null,
    Beside: ({ at }) => (
      <PointsField
        at={at}
        row={at.part.id}
        label={`${at.part.title}: points out of ${maximumWords(at.part.maximum)}`}
        value={at.typed.points}
        change={(points) => at.change({ points })}
      />
    ),
    AtPost: null,
  },
};
