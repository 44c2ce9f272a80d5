import { DONE } from '../../contract/basics';
import * as contract from '../../contract/notices';
import type { Deps } from '../feature/deps';
import type { Serve } from '../feature/serve';
import { mailChoiceOf } from './mailChoice';
import { markNotices, noticeGroups } from './notices';
import { sendTo, setFollow } from './send';

/** What concerns a person, what they follow, and what people send each other. */
export function noticeRoutes(serve: Serve, deps: Deps): void {
  const { db } = deps;

  serve(contract.getNotices, async ({ course, now }) => ({
    ...(await noticeGroups(db, course, now)),
    mail: course.vantage ? 'none' : await mailChoiceOf(db, course.person.id),
  }));

  serve(contract.readNotices, async ({ course, body, now }) => {
    await markNotices(db, course, body.keys, now);
    return DONE;
  });

  serve(contract.setFollow, async ({ course, params, body, now }) => {
    await setFollow(db, course, params.forum, body.follow, now);
    return DONE;
  });

  serve(contract.send, async ({ course, params, body, now }) => {
    return { sent: await sendTo(deps, course, params.forum, body, now) };
  });
}
