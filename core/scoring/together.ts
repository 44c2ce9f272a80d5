import type { ExplanationLine } from './kinds/explanation';

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
