import { DONE } from '../../contract/basics';
import * as contract from '../../contract/visits';
import { accessTo } from '../../core/access/accessTo';
import { courseData } from '../course/facts/courseData';
import type { Deps } from '../feature/deps';
import type { Serve } from '../feature/serve';
import { loadVisits, noteVisit } from './visits';

/** Who opened a forum: told by the page, and read by whom it is about. */
export function visitRoutes(serve: Serve, deps: Deps): void {
  const { db } = deps;

  serve(contract.tellVisit, async ({ course, params, now }) => {
    await noteVisit(db, course, params.forum, now);
    return DONE;
  });

  serve(contract.listVisits, async ({ course, now }) => {
    const { setup, person } = course;
    const data = await courseData(db, setup, { authorId: person.id });
    const own = await loadVisits(db, setup, { studentId: person.id });
    return {
      forums: [...setup.forums.values()].flatMap((forum) => {
        const access = accessTo(data, forum, person, now);
        if (access.kind !== 'student' || access.phase === 'absent') return [];
        return [
          {
            id: forum.id,
            title: setup.cards.get(forum.id)!.title,
            visits: own.get(`${forum.id} ${person.id}`) ?? null,
          },
        ];
      }),
    };
  });
}
