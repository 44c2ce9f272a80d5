import type { Express } from 'express';
import { DONE } from '../../contract/basics';
import * as contract from '../../contract/stewarding';
import type { Deps } from '../deps';
import { staffOf } from '../course/inCourse';
import { openForum } from '../discuss/access';
import { forMember } from '../http/register';
import { actOnPosts } from './actOnPosts';
import { evidenceList, evidenceOfStudent } from './evidence';
import { setForumFrozen, setThreadFrozen } from './freeze';
import { movePost } from './movePost';
import { reportPost, settleReports } from './reports';
import { stewardingView } from './stewardingView';

/** What staff do to keep a discussion healthy. */
export function stewardingRoutes(app: Express, deps: Deps): void {
  const { db } = deps;

  forMember(app, deps, contract.getStewarding, 'staff', ({ course, params, now }) =>
    stewardingView(db, course, params.forum, now),
  );

  forMember(app, deps, contract.getEvidence, 'staff', async ({ course, params, now }) =>
    evidenceList(db, course, await openForum(db, course, params.forum, now), now),
  );

  forMember(app, deps, contract.getEvidenceOf, 'staff', async ({ course, params, query, now }) => {
    const opened = await openForum(db, course, params.forum, now);
    return evidenceOfStudent(db, course, opened, params.student, query.question, now);
  });

  forMember(app, deps, contract.actOnPosts, 'staff', ({ course, params, body, now }) =>
    actOnPosts(db, course, params.forum, body, now),
  );

  forMember(app, deps, contract.freezeThread, 'staff', async ({ course, params, body, now }) => {
    await setThreadFrozen(db, course, params.forum, params.post, body.frozen, now);
    return DONE;
  });

  forMember(app, deps, contract.freezeForum, 'staff', async ({ course, params, body, now }) => {
    await setForumFrozen(deps, course, params.forum, body.frozen, now);
    return DONE;
  });

  forMember(app, deps, contract.reportPost, 'student', async ({ course, params, body, now }) => {
    await reportPost(db, course, { forumId: params.forum, postId: params.post }, body.reason, now);
    deps.live.concerns(course.setup.id, staffOf(course));
    return DONE;
  });

  forMember(app, deps, contract.settleReports, 'staff', async ({ course, params, now }) => {
    await settleReports(db, course, { forumId: params.forum, postId: params.post }, now);
    deps.live.concerns(course.setup.id, staffOf(course));
    return DONE;
  });

  forMember(app, deps, contract.movePost, 'staff', ({ course, params, body, now }) =>
    movePost(db, course, params.forum, params.post, body, now),
  );
}
