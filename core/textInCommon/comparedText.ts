import type { RichNode } from '../text/richText';

/** A text as it is compared: its words as they are equal to others, and where each stands in it. (rules §12) */
export interface ComparedText {
  /** The text without formatting, one block a line. */
  readonly text: string;
  readonly words: readonly string[];
  /** Where each word begins and ends in the text. */
  readonly places: readonly (readonly [from: number, to: number])[];
  /** Words before which a run ends, because a quotation stands between. */
  readonly breaks: ReadonlySet<number>;
  /** Where what it quotes begins and ends in the text. */
  readonly quoted: readonly (readonly [from: number, to: number])[];
}

const UNSPACED =
  /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Thai}\p{Script=Lao}\p{Script=Khmer}\p{Script=Myanmar}]/u;
/** A run of letters, marks and numbers; an apostrophe between letters, and what is not seen, part nothing. */
const RUN = /[\p{L}\p{M}\p{N}](?:[\p{L}\p{M}\p{N}\p{Cf}]|(?<=[\p{L}\p{M}]\p{Cf}*)['’](?=\p{Cf}*\p{L}))*/gu;
const LETTER_OR_NUMBER = /[\p{L}\p{N}]/u;

let segmenter: Intl.Segmenter | null = null;

/** Words that are nearly all there is, and are folded already. */
const PLAIN = /^[a-z0-9]+$/;

/** A word as it is compared: without accents, capitals, apostrophes and what is not seen. (rules §12) */
export const foldedWord = (word: string): string =>
  PLAIN.test(word)
    ? word
    : word
        .normalize('NFD')
        .replace(/[\u0300-\u036f]/g, '')
        .normalize('NFC')
        .toLowerCase()
        .replace(/[\p{Cf}'’]/gu, '');

/** The words of a plain text, as they are compared. */
export const foldedWords = (text: string): string[] => wordsIn(text).map(({ word }) => word);

interface Piece {
  readonly text: string;
  readonly isQuoted: boolean;
}

/** The blocks of a text, in reading order; quoted ones are marked. */
function piecesOf(node: RichNode, isQuoted: boolean, out: Piece[]): void {
  const inline = (node.content ?? []).filter(({ type }) => ['text', 'mention', 'hardBreak'].includes(type));
  if (inline.length > 0)
    out.push({
      isQuoted,
      text: inline
        .map(({ type, text, attrs }) =>
          type === 'text' ? (text ?? '') : type === 'mention' ? `@${String(attrs?.label ?? '')}` : '\n',
        )
        .join(''),
    });
  if (node.type === 'image' && typeof node.attrs?.title === 'string')
    out.push({ isQuoted, text: node.attrs.title });
  for (const child of node.content ?? [])
    piecesOf(child, isQuoted || child.type === 'quotation' || child.type === 'blockquote', out);
}

/** The words of a piece, each with where it begins and ends in it. */
function wordsIn(text: string): { readonly word: string; readonly from: number; readonly to: number }[] {
  const found: { word: string; from: number; to: number }[] = [];
  const isSpaced = !UNSPACED.test(text);
  for (const { 0: run, index } of text.matchAll(RUN)) {
    if (isSpaced || !UNSPACED.test(run)) {
      found.push({ word: foldedWord(run), from: index, to: index + run.length });
      continue;
    }
    segmenter ??= new Intl.Segmenter('und', { granularity: 'word' });
    for (const { segment, index: at } of segmenter.segment(run))
      if (LETTER_OR_NUMBER.test(segment))
        found.push({ word: foldedWord(segment), from: index + at, to: index + at + segment.length });
  }
  return found.filter(({ word }) => word !== '');
}

/**
 * A rich text as it is compared. Quoted passages are left out of it and end a run; blocks do not. (rules §12)
 *
 * @param quotes `kept` where quoted passages are words like all others: what is quoted in a prompt was given, too
 * @example comparedText(textOf('The weir’s “Wehr”')).words // ['the', 'weirs', 'wehr']
 */
export function comparedText(doc: RichNode, quotes: 'leftOut' | 'kept' = 'leftOut'): ComparedText {
  const pieces: Piece[] = [];
  piecesOf(doc, false, pieces);
  const words: string[] = [];
  const places: [number, number][] = [];
  const breaks = new Set<number>();
  const quoted: [number, number][] = [];
  let text = '';
  for (const piece of pieces) {
    if (text !== '') text += '\n';
    if (piece.isQuoted && quotes === 'leftOut') {
      breaks.add(words.length);
      quoted.push([text.length, text.length + piece.text.length]);
    } else
      for (const { word, from, to } of wordsIn(piece.text)) {
        words.push(word);
        places.push([text.length + from, text.length + to]);
      }
    text += piece.text;
  }
  return { text, words, places, breaks, quoted };
}
