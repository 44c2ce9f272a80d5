import type { Combination, Guide, Part } from '../core/course/evaluation';
import type { Basis } from '../core/course/evaluation';
import { guideRule } from '../core/scoring/guide';
import type { ExplanationLine, ValueCode } from '../core/scoring/kinds/explanation';
import { plural, maximumWords, percentWords, pointWords } from './numbers';

type Params = ExplanationLine['params'];
/** What a line says; the basis is of the part it is about, undefined where that part is gone. */
type Line = (params: Params, basis: Basis | undefined) => string;

/** A row of what a part is made of: what it is worth, what it is, and what that means. */
export interface DetailRow {
  readonly id: string;
  readonly amount: string;
  readonly title: string;
  readonly description: string;
}

/** Something a part is made of; a heading only where there are several. */
export interface Detail {
  readonly id: string;
  readonly title: string;
  readonly description: string;
  /** Codes of the outcomes it serves. */
  readonly outcomes: readonly string[];
  readonly rows: readonly DetailRow[];
}

/** The words that belong to one kind of part. */
interface PartWords<P extends Part> {
  /** How such a part is scored, in a sentence for the student. */
  scored(part: P, of: string): string;
  /** What it is made of. */
  details(part: P): readonly Detail[];
  /** What its lines of an explanation say after the part's name. */
  readonly lines: Partial<Record<ValueCode, Line>>;
  /** "3 criteria": how much of a guide there is; absent where there are none. */
  readonly size?: (part: P) => string;
}

const OF: Record<Basis, string> = {
  initial: 'your initial post',
  replies: 'your replies',
  reviews: 'the reviews you write',
  whole: 'everything you write here',
};

/** How scores of posts are to be made one. */
function combinedWords(combine: Combination): string {
  switch (combine.by) {
    case 'best':
      return `the mean of the best ${combine.n}`;
    case 'mostFrequent':
      return 'the most frequent of them';
    case 'highest':
    case 'lowest':
      return `the ${combine.by} of them`;
    case 'sum':
      return 'their sum, measured by the required posts';
    default:
      return `their ${combine.by}`;
  }
}

/** How scores of posts were made one: "the mean", "the best 3". */
function combinationWords({ by, n }: Params): string {
  if (by === 'best') return `the mean of the best ${String(n)}`;
  if (by === 'mostFrequent') return 'the most frequent score';
  if (by === 'highest' || by === 'lowest') return `the ${by} score`;
  return `the ${String(by)}`;
}

const rows = (list: readonly DetailRow[]): Detail[] =>
  list.length === 0 ? [] : [{ id: 'rows', title: '', description: '', outcomes: [], rows: list }];

/** Every kind of part in words. */
const WORDS: { readonly [K in Part['kind']]: PartWords<Extract<Part, { kind: K }>> } = {
  direct: {
    scored: (_, of) => `Judged by ${of}.`,
    details: () => [],
    lines: { given: () => ': given' },
  },
  rubric: {
    scored: (_, of) => `Judged by ${of}, with this rubric:`,
    details: ({ criteria }) =>
      criteria.map(({ levels, ...criterion }) => ({
        ...criterion,
        rows: levels.map((level) => ({ ...level, amount: pointWords(level.points) })),
      })),
    lines: {
      criterion: ({ title, level }) => `, ${String(title)}${level === '' ? '' : `: ${String(level)}`}`,
    },
    size: ({ criteria }) => plural(criteria.length, 'criterion', 'criteria'),
  },
  checklist: {
    scored: () => 'What should be there:',
    details: ({ items }) =>
      rows(
        items.map(({ id, title, points }) => ({ id, title, amount: pointWords(points), description: '' })),
      ),
    lines: {
      ticked: ({ title }) => `: ${String(title)}`,
      notTicked: ({ title }) => `: not ${String(title)}`,
    },
    size: ({ items }) => plural(items.length, 'item'),
  },
  levels: {
    scored: (_, of) => `One level for ${of}:`,
    details: ({ levels }) =>
      rows(
        levels.map(({ id, title, share }) => ({ id, title, amount: percentWords(share), description: '' })),
      ),
    lines: { level: ({ title }) => `: ${String(title)}` },
    size: ({ levels }) => plural(levels.length, 'level'),
  },
  perPost: {
    scored: ({ each, combine }) =>
      `Each post gets up to ${maximumWords(each)}; it counts ${combinedWords(combine)}.`,
    details: () => [],
    lines: {
      combined: (params) => `: ${combinationWords(params)} of ${plural(Number(params.given), 'scored post')}`,
      noPosts: () => ': no posts to score',
    },
  },
  completion: {
    scored: ({ allOrNothing, basis }) =>
      basis === 'reviews'
        ? allOrNothing
          ? 'All of it when every required review is sent, else nothing.'
          : 'By how many of the required reviews you send.'
        : allOrNothing
          ? 'All of it when every required post is made, else nothing.'
          : 'By how many of the required posts you make.',
    details: () => [],
    lines: {
      completion: ({ made, of }, basis) =>
        basis === 'reviews'
          ? `: ${String(made)} of ${plural(Number(of), 'required review')} sent`
          : `: ${String(made)} of ${plural(Number(of), 'required post')} made`,
      completionAllOrNothing: ({ made, of }, basis) =>
        `: all or nothing, ${String(made)} of ${String(of)} ${basis === 'reviews' ? 'sent' : 'made'}`,
      allWaived: () => ': nothing was required, counted in full',
    },
  },
  ratings: {
    scored: ({ atLeast }, of) =>
      `What other students give ${of}, from 1 to 5, once there ${atLeast === 1 ? 'is' : 'are'} ${plural(atLeast, 'rating')}.`,
    details: () => [],
    lines: {
      ratings: ({ mean, ratings }) =>
        `: ${pointWords(Number(mean))} of 5 from ${plural(Number(ratings), 'rating')}`,
      tooFewRatings: ({ ratings, atLeast }) =>
        `: ${String(ratings)} of ${plural(Number(atLeast), 'rating')} needed`,
    },
  },
};

const wordsOf = (part: Part | Guide) => WORDS[part.kind] as unknown as PartWords<Part>;

/** How one part is scored, in a sentence for the student. */
export const partWords = (part: Part): string => wordsOf(part).scored(part, OF[part.basis]);

/** What one part is made of: criteria with their levels, items, levels; empty where it is made of nothing. */
export const partDetails = (part: Part): readonly Detail[] => wordsOf(part).details(part);

const waits: Line = ({ given, of }) =>
  Number(of) > 1 ? `: ${String(given)} of ${String(of)} given so far` : ': not given yet';

/** What each line says after the part's name that tells what a part comes to. */
const LINES: Readonly<Partial<Record<string, Line>>> = Object.assign(
  { notYetGiven: waits },
  ...Object.values(WORDS).map(({ lines }) => lines),
) as Partial<Record<string, Line>>;

/**
 * What a line says after the part's name; null for one that is not about what a part comes to.
 *
 * @param basis what the part it is about looks at; left out where it is not known
 */
export const valueWords = ({ code, params }: ExplanationLine, basis?: Basis): string | null =>
  LINES[code]?.(params, basis) ?? null;

/** "3 criteria, 10 points", "4 levels": how much there is of a guide. */
export function guideWords(guide: Guide): string {
  const most = guideRule(guide).most(guide);
  const size = wordsOf(guide).size?.(guide as unknown as Part) ?? '';
  return most === null ? size : `${size}, ${plural(most / 100, 'point')}`;
}
