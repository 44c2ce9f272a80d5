import { isGiven, type DocketState } from '../participation/docketState';
import type { ExplanationLine } from './kinds/explanation';
import type { PassedOver } from './manyAtOnce';
import { lacksPoints, type Decisions, type Suggestion } from './suggest';

/** The line of a score that was given to a whole group with one sheet; it is worth nothing. */
function together(group: string, changed: boolean): ExplanationLine {
  return { code: 'together', partId: null, amount: 0, params: { group, changed }, postIds: [] };
}

/**
 * The explanation of a score that is given to a whole group with one sheet. (docs/rules §6)
 *
 * @param group the title of the group
 * @example givenTogether(lines, 'Osier Run').at(-1)?.params // { group: 'Osier Run', changed: false }
 */
export const givenTogether = (lines: readonly ExplanationLine[], group: string): ExplanationLine[] => [
  ...lines,
  together(group, false),
];

/** The group to which a score was given with one sheet, unless it was changed for one person since. */
export function groupGivenTo(lines: readonly ExplanationLine[]): string | null {
  const line = lines.find(({ code }) => code === 'together');
  return line === undefined || line.params.changed === true ? null : String(line.params.group);
}

/**
 * The explanation of a score that is given anew to one person: where it was given to a group before it says so still, and that it was
 * changed for this one alone once something in it differs. (docs/rules §6)
 *
 * @param before the lines as they were given last
 */
export function givenSingly(
  lines: readonly ExplanationLine[],
  before: readonly ExplanationLine[],
): ExplanationLine[] {
  const line = before.find(({ code }) => code === 'together');
  if (line === undefined) return [...lines];
  const others = before.filter((each) => each !== line);
  const changed = line.params.changed === true || JSON.stringify(others) !== JSON.stringify(lines);
  return [...lines, together(String(line.params.group), changed)];
}

/**
 * Why the sheet of a group passes one of its people over; null where it reaches them. Whoever has a score keeps it, but for the one whose
 * sheet it is; nothing written does not matter, for one may have posted for all. (docs/rules §6)
 *
 * @param suggestion what the sheet comes to for this person
 * @param decisions what stands on the sheet
 * @param isOwn whether the sheet is this person's
 */
export function whyNotTogether(
  state: DocketState,
  suggestion: Pick<Suggestion, 'incomplete'> | null,
  decisions: Pick<Decisions, 'override'>,
  isOwn: boolean,
): PassedOver | null {
  if (state === 'excused') return 'excused';
  if (isGiven(state) && !isOwn) return 'given';
  if (suggestion === null) return 'notAsked';
  return lacksPoints(suggestion, decisions) ? 'incomplete' : null;
}
