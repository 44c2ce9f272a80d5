import type { Id } from '../course/id';
import { cutBy, passagesBetween, runsOf, type Compared, type Passage } from './passages';

/** More students than this, and than a fifth of the writers, have what is common. (rules §12) */
const COMMON_FROM = 5;
/** So many equal words are a passage, however common what they say. (rules §12) */
const NEVER_COMMON = 25;

/**
 * Runs of eight words that many students have, which say nothing about any of them: more than five, and more than a fifth of the writers.
 * (rules §12)
 *
 * @param writers the texts of each student, outside quotations, in all their versions
 */
export function commonRuns(writers: ReadonlyMap<Id, readonly Compared[]>): ReadonlySet<string> {
  const students = new Map<string, number>();
  for (const texts of writers.values()) {
    const own = new Set(texts.flatMap((text) => [...runsOf({ ...text, cut: [] }).keys()]));
    for (const run of own) students.set(run, (students.get(run) ?? 0) + 1);
  }
  const most = Math.max(COMMON_FROM, Math.floor(writers.size / 5));
  return new Set([...students].filter(([, n]) => n > most).map(([run]) => run));
}

/** Which words of a text are part of what is common, and not of a long passage. */
function cutOf(text: Compared, common: ReadonlySet<string>, long: readonly boolean[]): boolean[] {
  const isCommon = cutBy(text, (run) => common.has(run));
  return text.words.map((_, at) => text.cut?.[at] === true || (isCommon[at]! && !long[at]));
}

/** The words of a text that stand in passages of 25 words or more. */
function inLong(text: Compared, passages: readonly Passage[], side: 'a' | 'b'): boolean[] {
  const long = text.words.map(() => false);
  for (const passage of passages)
    if (passage.words >= NEVER_COMMON) long.fill(true, passage[side], passage[side] + passage.words);
  return long;
}

/**
 * The passages of two texts once what is common is cut, in both alike: a word of 25 equal words is never common. (rules §12)
 *
 * @param a with what is cut for other reasons
 */
export function passagesWithoutCommon(a: Compared, b: Compared, common: ReadonlySet<string>): Passage[] {
  const all = passagesBetween(a, b);
  if (all.length === 0 || common.size === 0) return all;
  return passagesBetween(
    { ...a, cut: cutOf(a, common, inLong(a, all, 'a')) },
    { ...b, cut: cutOf(b, common, inLong(b, all, 'b')) },
  );
}
