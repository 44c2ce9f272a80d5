import { DONE } from '../../contract/basics';
import * as staff from '../../contract/reviewing';
import * as contract from '../../contract/reviews';
import { loadAssignments } from '../course/reviews/loadAssignments';
import type { Deps } from '../feature/deps';
import type { Serve } from '../feature/serve';
import { assignByHand, pairAnew, setMustNot, withdrawByHand } from './assign';
import { coveredReviews } from './coveredReviews';
import { answerReview, receivedReviews } from './receivedReviews';
import { reviewsOfStudent } from './reviewLines';
import { reviewPage } from './reviewPage';
import { reviewingView } from './reviewing';
import { undoStep } from './steps';
import { handOver, reviewsOf, withholdReview } from './staffReviews';
import { saveReviewDraft, sendReview } from './writeReview';

/** Students review one another's posts; staff see who reviews whom. */
export function reviewRoutes(serve: Serve, deps: Deps): void {
  const { db } = deps;

  serve(contract.listReviews, ({ course, now }) => reviewsOfStudent(db, course, now));
  serve(contract.getReview, ({ course, params, now }) => reviewPage(db, course, params.assignment, now));
  serve(contract.saveReviewDraft, ({ course, params, body, now }) =>
    saveReviewDraft(deps, course, params.assignment, body.content, now),
  );
  serve(contract.sendReview, ({ course, params, body, now }) =>
    sendReview(deps, course, params.assignment, body, now),
  );
  serve(contract.getReceived, ({ course, params, now }) => receivedReviews(db, course, params.forum, now));
  serve(contract.answerReview, async ({ course, params, body, now }) => {
    await answerReview(deps, course, params.assignment, body.doc, now);
    return DONE;
  });

  serve(staff.getReviewing, ({ course, params, now }) => reviewingView(db, course, params.forum, now));
  serve(staff.assignReview, async ({ course, params, body, now }) => {
    await assignByHand(deps, course, params.forum, params.assignment, body, now);
    return DONE;
  });
  serve(staff.withdrawReview, async ({ course, params, now }) => {
    await withdrawByHand(deps, course, params.forum, params.assignment, now);
    return DONE;
  });
  serve(staff.pairAnew, async ({ course, params, now }) => {
    await pairAnew(deps, course, params.forum, now);
    return DONE;
  });
  serve(staff.undoReviewing, async ({ course, params, now }) => {
    await undoStep(deps, course, params.forum, params.step, now);
    return DONE;
  });
  serve(staff.setMustNot, async ({ course, body, now }) => {
    await setMustNot(deps, course, body, now);
    return DONE;
  });
  serve(staff.getReviewsOf, async ({ course, covered, params, now }) =>
    coveredReviews(await reviewsOf(db, course, params.forum, params.student, now), covered),
  );
  serve(staff.withholdReview, async ({ course, covered, params, body, now }) => {
    const here = await loadAssignments(db, course.setup, { forumId: params.forum });
    const meant = covered.showPosts(
      params.assignment,
      here.map(({ id }) => id),
    );
    await withholdReview(deps, covered.withNames, params.forum, meant, body, now);
    return DONE;
  });
  serve(staff.handOverReviews, async ({ course, params, now }) => ({
    handed: await handOver(deps, course, params.forum, now),
  }));
}
