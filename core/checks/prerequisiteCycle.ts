import type { Id } from '../course/id';
import type { Check } from './check';
import { finding } from './finding';

/** Error: forums that wait for each other. (rules §8) */
export const prerequisiteCycle: Check = ({ forum, course, titles }) => {
  const seen = new Set<Id>();
  const waiting = forum.prerequisites.map((prerequisite) => prerequisite.forumId);
  for (let id = waiting.pop(); id !== undefined; id = waiting.pop()) {
    if (id === forum.id) {
      const via = forum.prerequisites[0]!.forumId;
      return [
        finding('error', 'prerequisiteCycle', 'prerequisites', { params: { forum: titles.get(via) ?? '' } }),
      ];
    }
    if (seen.has(id)) continue;
    seen.add(id);
    waiting.push(...(course.forums.get(id)?.prerequisites ?? []).map((prerequisite) => prerequisite.forumId));
  }
  return [];
};
