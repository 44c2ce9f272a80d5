import { z } from 'zod';
import { requiredNumbers } from '../../../../contract/requirements';
import {
  NUMBER_NAMES,
  type DateName,
  type DateTerm,
  type Forum,
  type NumberName,
  type OwnTerms,
} from '../../../../core/course/forum';
import { NUMBER_WORDS } from '../../../../words/requirements';
import { wholeText } from '../../../forms/codecs';
import { wallText } from '../../../forms/wallText';
import { durationCodec, type TypedDuration } from '../../../forms/duration';
import { readInto, refuse } from '../../../forms/readInto';
import { DATE_WORDS } from '../../../../words/schedule';

/** The dates in the order in which they are shown. */
export const OWN_DATES: readonly DateName[] = [
  'initialDue',
  'repliesDue',
  'reviewsDue',
  'postingFrom',
  'postingUntil',
  'visibleFrom',
  'visibleUntil',
];

/** What own terms say of a date, as it is typed; what belongs to another choice stays. */
export interface TypedTerm {
  say: 'inherit' | 'none' | 'at' | 'plus';
  at: string;
  plus: TypedDuration;
}

/** Own terms as they are typed; a number that is empty is as for everyone. */
export interface TypedOwnTerms {
  targets: { kind: OwnTerms['targets']['kind']; ids: string[] };
  dates: Record<DateName, TypedTerm>;
  numbers: Record<NumberName, string>;
}

/** The most a date can be moved by, minutes. */
export const YEAR = 525_600;

/**
 * Between own terms and their form.
 *
 * @param forum whose terms they are; what it says for everyone stands where nothing differs
 */
export function ownTermsCodec(forum: Pick<Forum, 'schedule'>, id: string, zone: string) {
  const date = (name: DateName) => ({
    at: wallText(zone),
    plus: durationCodec(
      { least: -YEAR, most: YEAR },
      `${DATE_WORDS[name]}: write a number of days, hours or minutes, at most a year.`,
    ),
  });
  return z.codec(z.custom<TypedOwnTerms>(), z.custom<OwnTerms>(), {
    decode(typed, context) {
      const { targets } = typed;
      if (targets.ids.length === 0) refuse(context, ['targets'], 'Choose whom these terms are for.');
      const dates: Partial<Record<DateName, DateTerm>> = {};
      for (const name of OWN_DATES) {
        const { say, at, plus } = typed.dates[name];
        const codecs = date(name);
        if (say === 'none') dates[name] = 'none';
        if (say === 'at') {
          const read = readInto(context, ['dates', name, 'at'], codecs.at, at);
          if (read === null)
            refuse(context, ['dates', name, 'at'], `${DATE_WORDS[name]}: write a date and a time.`);
          else if (read !== undefined) dates[name] = { at: read };
        }
        if (say === 'plus') {
          const plusMinutes = readInto(context, ['dates', name, 'plus'], codecs.plus, plus);
          if (plusMinutes !== undefined) dates[name] = { plusMinutes };
        }
      }
      const numbers: Partial<Record<NumberName, number>> = {};
      for (const name of NUMBER_NAMES) {
        const text = typed.numbers[name];
        if (text.trim() === '') continue;
        const { label } = NUMBER_WORDS[name];
        const bounds = requiredNumbers.shape[name];
        const wrong = `${label}: write a whole number up to ${bounds.maxValue}; 0 waives it, empty leaves it.`;
        const read = readInto(context, ['numbers', name], wholeText(bounds, wrong), text);
        if (read !== undefined) numbers[name] = read;
      }
      const isSaid =
        OWN_DATES.some((name) => typed.dates[name].say !== 'inherit') ||
        NUMBER_NAMES.some((name) => typed.numbers[name].trim() !== '');
      if (!isSaid) refuse(context, ['dates'], 'Nothing differs yet; change a date or a number.');
      return { id, targets: { ...targets, ids: [...targets.ids] }, dates, numbers };
    },
    encode({ targets, dates, numbers }) {
      const term = (name: DateName): TypedTerm => {
        const { at, plus } = date(name);
        const said = dates[name];
        const start: TypedTerm = {
          say: 'inherit',
          at: at.encode(forum.schedule[name]),
          plus: { amount: '1', unit: 'days' },
        };
        if (said === undefined) return start;
        if (said === 'none') return { ...start, say: 'none' };
        return 'at' in said
          ? { ...start, say: 'at', at: at.encode(said.at) }
          : { ...start, say: 'plus', plus: plus.encode(said.plusMinutes) };
      };
      const shown = (name: NumberName) => (numbers[name] === undefined ? '' : String(numbers[name]));
      return {
        targets: { kind: targets.kind, ids: [...targets.ids] },
        dates: Object.fromEntries(OWN_DATES.map((name) => [name, term(name)])) as TypedOwnTerms['dates'],
        numbers: Object.fromEntries(
          NUMBER_NAMES.map((name) => [name, shown(name)]),
        ) as TypedOwnTerms['numbers'],
      };
    },
  });
}
