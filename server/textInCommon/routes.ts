import { DONE } from '../../contract/basics';
import * as contract from '../../contract/textInCommon';
import { forumIn, worksWith } from '../course/setup/inCourse';
import type { Deps } from '../feature/deps';
import type { Serve } from '../feature/serve';
import { notFound } from '../refusals/problem';
import { answerCount, answerList, answerPair } from './answerInCommon';
import { earlierCourses, setEarlier } from './earlierCourses';
import { setPairAside } from './setAside';

/** What students have in common in what they wrote, for staff. */
export function textInCommonRoutes(serve: Serve, deps: Deps): void {
  serve(contract.getEarlierCourses, ({ course }) => earlierCourses(deps.db, course));

  serve(contract.setEarlierCourse, async ({ course, params, body, now }) => {
    await setEarlier(deps, course, params.other, body, now);
    return DONE;
  });

  serve(contract.getInCommon, ({ course, query, now }) => answerList(deps, course, query, now));

  serve(contract.getInCommonPair, ({ course, params, now }) => answerPair(deps, course, params, now));

  serve(contract.putPairAside, async ({ course, params, body, now }) => {
    const pair = await answerPair(deps, course, params, now);
    await setPairAside(deps, course, pair, body.reason, now);
    return DONE;
  });

  serve(contract.getInCommonOf, async ({ covered, params, now }) => {
    const student = covered.studentOf(params.student);
    const course = covered.withNames;
    forumIn(course.setup, params.forum);
    if (!worksWith(course, student)) throw notFound();
    return { pairs: await answerCount(deps, course, { forum: params.forum, student }, now) };
  });
}
