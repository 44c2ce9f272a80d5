import type { Finding } from './check';

/**
 * What a finding rests on, as a text that changes when the facts do: whom it concerns and its parameters. A finding that
 * was put aside stays so only while this stays the same. (rules §8)
 */
export function factsOf(finding: Finding): string {
  const params = Object.entries(finding.params).sort(([a], [b]) => (a < b ? -1 : 1));
  return JSON.stringify([finding.field, [...finding.students].sort(), params]);
}
