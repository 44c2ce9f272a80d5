import type { LeftOut } from '../core/textInCommon/markedText';
import type { Reach } from '../core/textInCommon/whoHadIt';
import { plural } from './numbers';

/** Whether who wrote the same words later could read them before, in a few words: for a list. */
export const REACH_SHORT: Readonly<Record<Reach, string>> = {
  received: 'earlier post was received',
  couldRead: 'earlier post could be read',
  notKnown: 'unknown if earlier post was read',
  couldNot: 'earlier post could not be read',
};

/** The same as a sentence. @param reader who wrote it later */
export function reachWords(reach: Reach, reader: string): string {
  switch (reach) {
    case 'received':
      return `It had reached ${reader}’s browser before.`;
    case 'couldRead':
      return `${reader} could have read it before; it had not reached their browser.`;
    case 'notKnown':
      return `Something of the earlier post had reached ${reader} before; it is not known which version.`;
    case 'couldNot':
      return `${reader} could not read it in Juror before.`;
  }
}

/** What is left out of what is compared, and why. */
export const LEFT_OUT: Readonly<Record<LeftOut, string>> = {
  prompt: 'the prompt',
  question: 'a question',
  reading: 'a reading',
  starter: 'a starter',
  staff: 'a post by staff',
  answered: 'a post it replies to',
  common: 'phrases many students use',
  quoted: 'quotations',
};

/** Why it is not known what a reading says, and what can be done. */
export const READING_PROBLEMS = {
  locked: 'It has a password. Attach it without one.',
  broken: 'The file could not be opened. Attach it again, or as another kind of file.',
  large: 'It unpacks to more than Juror reads. Attach a smaller one.',
  slow: 'It took too long to read. Attach a smaller one.',
  noText: 'It holds pictures of text only. Attach one whose text can be selected.',
} as const;

/** "34 words in 2 passages" */
export const inCommonWords = (words: number, passages: number): string =>
  passages === 1
    ? `${plural(words, 'word')} in a row`
    : `${plural(words, 'word')} in ${plural(passages, 'passage')}`;

/** "62 %", of hundredths of a percent. */
export const shareWords = (share: number): string => `${Math.round(share / 100)} %`;

/**
 * How close two texts are: "71 % of all words of both are the same, in the same order".
 *
 * @param share hundredths of a percent
 */
export const closeWords = (share: number): string =>
  `${shareWords(share)} of all words of both are the same, in the same order`;

/** "2 pairs with text in common" */
export const pairsWords = (pairs: number): string => `${plural(pairs, 'pair')} with text in common`;
