import { lateFrom } from '../time/dueDate';
import type { Check } from './check';
import { finding } from './finding';

/** Warning: a student enrolled after a due date, of whom it is therefore not asked, or asked without it. (rules §2, §8) */
export const enrolledAfterDue: Check = ({ forum, alike }) => {
  const after = alike.flatMap(({ terms: { dates }, members }) => {
    const dues = [dates.initialDue, dates.repliesDue].filter((due) => due !== null);
    if (dues.length === 0) return [];
    const first = lateFrom(Math.min(...dues), forum.graceMinutes);
    return members.filter(({ student }) => first <= student.enrolledFrom);
  });
  return after.length === 0 ? [] : [finding('warning', 'enrolledAfterDue', 'initialDue', { of: after })];
};
