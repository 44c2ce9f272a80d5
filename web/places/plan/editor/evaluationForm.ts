import { z } from 'zod';
import { evaluationRules } from '../../../../contract/evaluationRules';
import type { ForumRules } from '../../../../contract/forumSettings';
import { percentText, pointsText } from '../../../forms/codecs';
import { wallText } from '../../../forms/wallText';
import { readInto } from '../../../forms/readInto';
import { newPart, typedPart, type TypedPart } from '../../../scoring/partForm';

type Rules = NonNullable<ForumRules['evaluation']>;

const { gate } = evaluationRules.shape;
const shares = z.object({ percent: percentText, atMost: percentText });

/** How a forum becomes a score, as it is typed. */
const typedEvaluation = z.object({
  on: z.boolean(),
  maximum: pointsText,
  parts: z.array(typedPart),
  aboveMaximum: z.boolean(),
  lateness: z.object({
    kind: z.enum(['none', 'perDay', 'noCredit']),
    percent: z.string(),
    atMost: z.string(),
  }),
  gate,
  hideNames: z.boolean(),
  secondReading: z.boolean(),
  /** Whether students may ask for another look, and until when; empty for no last day. */
  lookAgain: z.object({ on: z.boolean(), until: z.string() }),
});
export type TypedEvaluation = z.input<typeof typedEvaluation>;

/** The parts of 10 points an evaluation starts with: only of what the forum asks for, so that each can be earned. */
export function startingParts({ initial, replies }: { initial: boolean; replies: number }): TypedPart[] {
  const share = (points: string) => (initial && replies > 0 ? points : '10');
  const parts = [
    ...(initial
      ? [newPart('initial', { title: 'Initial post', maximum: share('6'), basis: 'initial' })]
      : []),
    ...(replies > 0
      ? [newPart('replies', { title: 'Replies', maximum: share('4'), basis: 'replies', kind: 'completion' })]
      : []),
  ];
  return parts.length > 0 ? parts : [newPart('whole', { title: 'Posts', maximum: '10' })];
}

/**
 * Reads how a forum becomes a score; null where it does not. Parts without points are left out.
 *
 * @param before what it was; what a form says no more of than held before is left unsaid
 * @param zone of the course
 * @param required what an evaluation starts with where there was none
 */
export function evaluationCodec(
  before: ForumRules['evaluation'],
  required: ForumRules['required'],
  zone: string,
) {
  const until = wallText(zone);
  return z.codec(z.custom<TypedEvaluation>(), z.custom<ForumRules['evaluation']>(), {
    decode(typed, context) {
      if (!typed.on) return null;
      const read = readInto(context, [], typedEvaluation, typed);
      const { lateness, lookAgain } = typed;
      const lost =
        lateness.kind === 'perDay'
          ? { kind: lateness.kind, ...readInto(context, ['lateness'], shares, lateness) }
          : { kind: lateness.kind };
      const last = lookAgain.on ? readInto(context, ['lookAgain', 'until'], until, lookAgain.until) : null;
      if (read === undefined) return z.NEVER;
      const { on: _, parts, hideNames, secondReading, ...rest } = read;
      const isUnsaid = lookAgain.on && last === null && before !== null && before.lookAgain === undefined;
      return {
        ...rest,
        parts: parts.filter(({ maximum }) => maximum > 0) as Rules['parts'],
        lateness: lost as Rules['lateness'],
        hideNames: hideNames || before?.hideNames !== undefined ? hideNames : undefined,
        secondReading: secondReading || before?.secondReading !== undefined ? secondReading : undefined,
        lookAgain: isUnsaid ? undefined : lookAgain.on ? { until: last ?? null } : null,
      };
    },
    encode(evaluation) {
      const {
        lateness = { kind: 'perDay' as const, percent: 1000, atMost: 5000 },
        maximum = 1000,
        parts,
      } = evaluation ?? {};
      const lost = lateness.kind === 'perDay' ? lateness : { percent: 1000, atMost: 5000 };
      return {
        on: evaluation !== null,
        maximum: pointsText.encode(maximum),
        parts:
          parts?.map((part) => typedPart.encode(part)) ??
          startingParts({ initial: required.initialRequired > 0, replies: required.replies }),
        aboveMaximum: evaluation?.aboveMaximum ?? false,
        lateness: { kind: lateness.kind, ...shares.encode(lost) },
        gate: evaluation?.gate ?? 'none',
        hideNames: evaluation?.hideNames ?? false,
        secondReading: evaluation?.secondReading ?? false,
        lookAgain: {
          on: evaluation?.lookAgain !== null,
          until: until.encode(evaluation?.lookAgain?.until ?? null),
        },
      };
    },
  });
}
