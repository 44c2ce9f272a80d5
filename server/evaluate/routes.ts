import type { Express } from 'express';
import { DONE, pageOf } from '../../contract/basics';
import * as contract from '../../contract/evaluate';
import * as remarks from '../../contract/remarks';
import type { Deps } from '../deps';
import { forMember } from '../http/register';
import { actOnDocket, undoAct } from './actOnDocket';
import type { InCourse } from '../course/inCourse';
import { planRelease } from './plannedReleases';
import { answerLook, askForLook } from './secondLooks';
import { desk } from './desk';
import { countStates, docket } from './docket';
import { saveScore, setExcused, setReleased } from './saveScore';
import { dropRemark, noteUsed, remarksFor, saveRemark } from './savedRemarks';

/** The staff of a course. */
const staffOf = ({ setup }: InCourse) =>
  [...setup.members.values()].flatMap(({ personId, role }) => (role === 'student' ? [] : [personId]));

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

  forMember(app, deps, contract.actOnDocket, 'staff', async ({ course, params, body, now }) => {
    const answer = await actOnDocket(db, course, params.forum, body, now);
    if (!body.preview)
      deps.live.concerns(
        course.setup.id,
        answer.changes.map(({ student }) => student.id),
      );
    return answer;
  });

  forMember(app, deps, contract.undoDocketAct, 'staff', ({ course, params, now }) =>
    undoAct(db, course, params.forum, params.act, now),
  );

  forMember(app, deps, remarks.listRemarks, 'staff', async ({ course }) => ({
    remarks: await remarksFor(db, course),
  }));
  forMember(app, deps, remarks.saveRemark, 'staff', async ({ course, params, body, now }) => {
    await saveRemark(db, course, params.remark, body, now);
    return DONE;
  });
  forMember(app, deps, remarks.dropRemark, 'staff', async ({ course, params }) => {
    await dropRemark(db, course, params.remark);
    return DONE;
  });
  forMember(app, deps, remarks.noteRemarkUsed, 'staff', async ({ course, params, body }) => {
    await noteUsed(db, course, params.remark, body.choices);
    return DONE;
  });

  forMember(app, deps, contract.planRelease, 'staff', async ({ course, params, body, now }) => {
    await planRelease(db, course, params.forum, body.at, now);
    return DONE;
  });

  forMember(app, deps, contract.askForLook, 'student', async ({ course, params, body, now }) => {
    await askForLook(db, course, params.forum, body, now);
    deps.live.concerns(course.setup.id, staffOf(course));
    return DONE;
  });

  forMember(app, deps, contract.answerLook, 'staff', async ({ course, params, body, now }) => {
    await answerLook(db, course, params.forum, params.student, params.look, body.answer, now);
    deps.live.concerns(course.setup.id, [params.student]);
    return desk(db, course, params.forum, params.student, now);
  });

  forMember(app, deps, contract.release, 'staff', async ({ course, params, body, now }) => {
    const changed = await setReleased(deps, course, params.forum, body.students, body.released, now);
    deps.live.concerns(course.setup.id, changed);
    return { changed: changed.length };
  });
}
