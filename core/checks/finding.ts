import type { Finding, Member } from './check';

/** Fills in what most findings leave out. */
export function finding(
  severity: Finding['severity'],
  code: string,
  field: Finding['field'],
  rest: Partial<Pick<Finding, 'params'>> & { of?: readonly Member[] } = {},
): Finding {
  const { of = [], params = {} } = rest;
  return { code, severity, field, students: of.map((member) => member.student.id), params, repair: null };
}
