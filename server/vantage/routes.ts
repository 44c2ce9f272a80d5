import { getVantage } from '../../contract/vantage';
import { accessTo, type StudentAccess } from '../../core/access/accessTo';
import { nextChange } from '../../core/access/nextChange';
import type { Deps } from '../feature/deps';
import type { Serve } from '../feature/serve';
import { courseData } from '../course/facts/courseData';
import { notFound } from '../refusals/problem';
import { asSeenBy } from './asSeenBy';

const standing = ({ phase, reason, sealed }: StudentAccess) => ({
  phase,
  reason: reason.code === 'prerequisites' ? { code: reason.code, unmet: [] } : reason,
  sealed,
});

/** Looking as a person at a moment: the reasons beside what they would see. */
export function vantageRoutes(serve: Serve, deps: Deps): void {
  serve(getVantage, async ({ course, params, now }) => {
    const seen = await asSeenBy(deps, course, params.person, params.at, now);
    const { setup, person } = seen;
    if (person.kind !== 'student') throw notFound();
    const data = await courseData(deps.db, setup, { authorId: person.id });
    return {
      person: setup.names.get(person.id)!,
      at: params.at,
      forums: [...setup.forums.values()].map((forum) => {
        const access = accessTo(data, forum, person, params.at) as StudentAccess;
        const next = nextChange(data, forum, person, params.at);
        const { reason } = access;
        return {
          id: forum.id,
          title: setup.cards.get(forum.id)!.title,
          ...standing(access),
          unmet:
            reason.code === 'prerequisites'
              ? reason.unmet.map(({ forumId }) => setup.cards.get(forumId)?.title ?? '')
              : [],
          next: next && { at: next.at, ...standing(next.access) },
        };
      }),
    };
  });
}
