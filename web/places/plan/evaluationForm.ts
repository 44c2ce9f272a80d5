import type { ForumRules, ForumSettings } from '../../../contract/forumSettings';
import { maximumWords } from '../../../words/numbers';
import { toWallClock } from '../../../core/time/wallClock';
import type { FieldReader } from './fields/fieldReader';
import { newPart, partFrom, partToForm, type PartForm } from './scoring/partForm';

/** How a forum becomes a score, as it is typed. */
export interface EvaluationForm {
  evaluated: boolean;
  categoryId: string;
  /** The item made before that it feeds; empty for one of its own. */
  itemId: string;
  display: ForumRules['display'];
  maximum: string;
  parts: PartForm[];
  aboveMaximum: boolean;
  lateness: 'none' | 'perDay' | 'noCredit';
  percentADay: string;
  percentAtMost: string;
  gate: 'none' | 'replies' | 'whole';
  ready: 'complete' | 'anyPost' | 'atLeast';
  readyPosts: string;
  readyAfterDue: boolean;
  /** Whether students may ask for another look, and until when; empty for no last day. */
  looksAgain: boolean;
  hideNames: boolean;
  secondReading: boolean;
  lookUntil: string;
}

/** The parts of 10 points an evaluation starts with: only of what the forum asks for, so that each can be earned. */
export function startingParts({ initial, replies }: { initial: boolean; replies: number }): PartForm[] {
  const share = (points: string) => (initial && replies > 0 ? points : '10');
  const parts = [
    ...(initial ? [newPart('initial', { title: 'Initial post', points: share('6'), basis: 'initial' })] : []),
    ...(replies > 0
      ? [newPart('replies', { title: 'Replies', points: share('4'), basis: 'replies', kind: 'completion' })]
      : []),
  ];
  return parts.length > 0 ? parts : [newPart('whole', { title: 'Posts', points: '10' })];
}

/** A saved evaluation as the form shows it. */
export function evaluationToForm({ rules, categoryId, itemId }: ForumSettings, zone: string): EvaluationForm {
  const { evaluation, ready, required } = rules;
  const lookUntil = evaluation?.lookAgain?.until ?? null;
  const lateness = evaluation?.lateness ?? { kind: 'perDay' as const, percent: 1000, atMost: 5000 };
  return {
    evaluated: evaluation !== null,
    categoryId: categoryId ?? '',
    itemId: itemId ?? '',
    display: rules.display,
    maximum: evaluation === null ? '10' : maximumWords(evaluation.maximum),
    parts:
      evaluation === null
        ? startingParts({ initial: required.initialRequired > 0, replies: required.replies })
        : evaluation.parts.map(partToForm),
    aboveMaximum: evaluation?.aboveMaximum ?? false,
    lateness: lateness.kind,
    percentADay: lateness.kind === 'perDay' ? String(lateness.percent / 100) : '10',
    percentAtMost: lateness.kind === 'perDay' ? String(lateness.atMost / 100) : '50',
    gate: evaluation?.gate ?? 'none',
    ready: typeof ready.when === 'string' ? ready.when : 'atLeast',
    readyPosts: typeof ready.when === 'string' ? '1' : String(ready.when.atLeast),
    readyAfterDue: ready.afterLastDue,
    looksAgain: evaluation?.lookAgain !== null,
    hideNames: evaluation?.hideNames ?? false,
    secondReading: evaluation?.secondReading ?? false,
    lookUntil: lookUntil === null ? '' : toWallClock(lookUntil, zone),
  };
}

type LookAgain = NonNullable<ForumRules['evaluation']>['lookAgain'];

/** Whether and until when another look may be asked for; nothing where the form says no more than what held before. */
function lookAgain(
  form: EvaluationForm,
  before: LookAgain,
  read: FieldReader,
  zone: string,
): { lookAgain?: LookAgain } {
  if (!form.looksAgain) return { lookAgain: null };
  const until = read.date('lookUntil', form.lookUntil, before?.until ?? null, zone);
  return until === null && before === undefined ? {} : { lookAgain: { until } };
}

/** What the form says about evaluation; parts without points are left out. */
export function evaluationFrom(
  form: EvaluationForm,
  base: ForumSettings,
  read: FieldReader,
  zone: string,
): ForumRules['evaluation'] {
  if (!form.evaluated) return null;
  const before = base.rules.evaluation;
  const parts = form.parts.map((part, index) =>
    partFrom(
      part,
      index,
      before?.parts.find(({ id }) => id === part.id),
      read,
    ),
  );
  return {
    aboveMaximum: form.aboveMaximum,
    maximum: read.points('maximum', form.maximum, before?.maximum ?? 0),
    parts: parts.filter(({ maximum }) => maximum > 0) as NonNullable<ForumRules['evaluation']>['parts'],
    lateness:
      form.lateness === 'perDay'
        ? {
            kind: 'perDay',
            percent: read.percent('percentADay', form.percentADay, 1000),
            atMost: read.percent('percentAtMost', form.percentAtMost, 5000),
          }
        : { kind: form.lateness },
    gate: form.gate,
    ...((form.hideNames || before?.hideNames !== undefined) && { hideNames: form.hideNames }),
    ...((form.secondReading || before?.secondReading !== undefined) && { secondReading: form.secondReading }),
    ...lookAgain(form, before?.lookAgain, read, zone),
  };
}
