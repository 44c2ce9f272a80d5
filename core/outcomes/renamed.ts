import type { Outcome } from '../course/outcome';

/** What becomes of codes: the new one, or null where the outcome has gone. */
export type Renamed = ReadonlyMap<string, string | null>;

/** Which codes mean something else by a new list than they did: other codes, or outcomes that are gone. */
export function renamedBy(before: readonly Outcome[], after: readonly Outcome[]): Renamed {
  const now = new Map(after.map(({ id, code }) => [id, code]));
  return new Map(
    before.flatMap(({ id, code }) => {
      const next = now.get(id) ?? null;
      return next === code ? [] : [[code, next] as const];
    }),
  );
}

const isCriterion = (value: object): value is { outcomes: readonly string[] } =>
  'outcomes' in value && 'levels' in value && Array.isArray(value.outcomes);

/**
 * Settings in which every criterion names outcomes by their new codes, wherever in them it stands. What names none of them comes back
 * as it is.
 */
export function withRenamed<T>(settings: T, renamed: Renamed): T {
  const walk = (value: unknown): unknown => {
    if (Array.isArray(value)) {
      const next = value.map(walk);
      return next.every((each, at) => each === value[at]) ? value : next;
    }
    if (typeof value !== 'object' || value === null) return value;
    const entries = Object.entries(value).map(([key, each]) => [key, walk(each)] as const);
    const same = entries.every(([key, each]) => each === (value as Record<string, unknown>)[key]);
    const next = same ? value : Object.fromEntries(entries);
    if (!isCriterion(next) || !next.outcomes.some((code) => renamed.has(code))) return next;
    const outcomes = next.outcomes.flatMap((code) => {
      const now = renamed.get(code);
      return now === undefined ? [code] : now === null ? [] : [now];
    });
    return { ...next, outcomes };
  };
  return walk(settings) as T;
}
