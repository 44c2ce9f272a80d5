import { DONE } from '../../contract/basics';
import * as contract from '../../contract/moderate';
import type { Deps } from '../feature/deps';
import type { Serve } from '../feature/serve';
import { openForum } from '../course/access/openForum';
import { actOnPosts } from './actOnPosts';
import { evidenceList, evidenceOfStudent } from '../evidence/evidence';
import { setForumFrozen, setThreadFrozen } from './freeze';
import { movePost } from './movePost';
import { reportPost, settleReports } from '../discuss/reports';
import { setHighlight } from './highlight';
import { moderateView } from './moderateView';

/** What staff do to keep a discussion healthy. */
export function moderateRoutes(serve: Serve, deps: Deps): void {
  const { db } = deps;

  serve(contract.getModerate, ({ course, params, now }) => moderateView(db, course, params.forum, now));

  serve(contract.getEvidence, async ({ course, params, now }) =>
    evidenceList(db, course, await openForum(db, course, params.forum, now), now),
  );

  serve(contract.getEvidenceOf, async ({ course, params, query, now }) => {
    const opened = await openForum(db, course, params.forum, now);
    return evidenceOfStudent(db, course, opened, params.student, query.question, now);
  });

  serve(contract.actOnPosts, ({ course, params, body, now }) =>
    actOnPosts(deps, course, params.forum, body, now),
  );

  serve(contract.freezeThread, async ({ course, params, body, now }) => {
    await setThreadFrozen(deps, course, params.forum, params.post, body.frozen, now);
    return DONE;
  });

  serve(contract.setHighlight, async ({ course, params, body, now }) => {
    await setHighlight(deps, course, { forumId: params.forum, postId: params.post }, body, now);
    return DONE;
  });

  serve(contract.freezeForum, async ({ course, params, body, now }) => {
    await setForumFrozen(deps, course, params.forum, body.frozen, now);
    return DONE;
  });

  serve(contract.reportPost, async ({ course, params, body, now }) => {
    await reportPost(deps, course, { forumId: params.forum, postId: params.post }, body.reason, now);
    return DONE;
  });

  serve(contract.settleReports, async ({ course, params, now }) => {
    await settleReports(deps, course, { forumId: params.forum, postId: params.post }, now);
    return DONE;
  });

  serve(contract.movePost, ({ course, params, body, now }) =>
    movePost(deps, course, params.forum, params.post, body, now),
  );
}
