import type { Express } from 'express';
import { pageOf } from '../../contract/basics';
import * as contract from '../../contract/evaluate';
import type { Deps } from '../deps';
import { forMember } from '../http/register';
import { desk } from './desk';
import { countStates, docket } from './docket';
import { saveScore, setExcused, setReleased } from './saveScore';

/** Dockets, the Desk, and what is decided there. */
export function evaluateRoutes(app: Express, deps: Deps): void {
  const { db } = deps;

  forMember(app, deps, contract.listDockets, 'staff', async ({ course, now }) => {
    const { perForum } = await countStates(db, course, now);
    return {
      forums: perForum.map(({ forum, counts }) => {
        const card = course.setup.cards.get(forum.id)!;
        const dues = [forum.schedule.initialDue, forum.schedule.repliesDue].flatMap((due) =>
          due === null ? [] : [due],
        );
        return {
          id: forum.id,
          title: card.title,
          unitId: card.unitId,
          maximum: forum.evaluation!.maximum,
          counts,
          lastDue: dues.length > 0 ? Math.max(...dues) : null,
        };
      }),
    };
  });

  forMember(app, deps, contract.getDocket, 'staff', async ({ course, params, query, now }) => {
    const view = await docket(db, course, params.forum, now);
    return { ...view, ...pageOf(view.rows, query) };
  });

  forMember(app, deps, contract.getDesk, 'staff', ({ course, params, now }) =>
    desk(db, course, params.forum, params.student, now),
  );

  forMember(app, deps, contract.saveScore, 'staff', ({ course, params, body, now }) =>
    saveScore(deps, course, params.forum, params.student, body, now),
  );

  forMember(app, deps, contract.excuse, 'staff', async ({ course, params, body, now }) => {
    await setExcused(deps, course, params.forum, params.student, body.excused, now);
    deps.live.concerns(course.setup.id, [params.student]);
    return { excused: body.excused };
  });

  forMember(app, deps, contract.release, 'staff', async ({ course, params, body, now }) => {
    const changed = await setReleased(deps, course, params.forum, body.students, body.released, now);
    deps.live.concerns(course.setup.id, changed);
    return { changed: changed.length };
  });
}
