import { resolveTerms } from '../terms/resolveTerms';
import { asked } from '../terms/asked';
import { lateFrom } from '../time/dueDate';
import { endsAt, startsAt } from '../time/minute';
import type { Check } from './check';
import { finding } from './finding';

/**
 * Warning: a prerequisite that cannot be met in time, because what has to be done first opens for a student only after
 * their initial post here is due, or after posting here has closed. (rules §8)
 */
export const prerequisiteTooLate: Check = ({ forum, course, members, titles }) =>
  forum.prerequisites.flatMap(({ forumId }) => {
    const first = course.forums.get(forumId);
    if (!first) return [];
    const late = members.filter((member) => {
      const { dates } = resolveTerms(first, member.student);
      const published = { ...first, status: 'published' as const };
      if (
        asked(published, member.student, resolveTerms(first, member.student), course.groups).notAsked !== null
      )
        return false;
      const opens = Math.max(
        dates.visibleFrom === null ? -Infinity : startsAt(dates.visibleFrom),
        dates.postingFrom === null ? -Infinity : startsAt(dates.postingFrom),
      );
      const due = member.ask.initialDue ?? member.ask.repliesDue;
      const until = member.terms.dates.postingUntil;
      const end = due !== null ? lateFrom(due, forum.graceMinutes) : until === null ? null : endsAt(until);
      return end !== null && opens >= end;
    });
    if (late.length === 0 && first.status === 'published') return [];
    if (first.status === 'draft')
      return [
        finding('warning', 'prerequisiteDraft', 'prerequisites', {
          params: { forum: titles.get(forumId) ?? '' },
        }),
      ];
    return [
      finding('warning', 'prerequisiteTooLate', 'prerequisites', {
        of: late,
        params: { forum: titles.get(forumId) ?? '' },
      }),
    ];
  });
