import type { Express } from 'express';
import { DONE } from '../../contract/basics';
import * as contract from '../../contract/notices';
import type { Deps } from '../deps';
import { forMember } from '../http/register';
import { mailChoiceOf } from '../mail/choice';
import { markNotices, noticeGroups } from './notices';
import { sendTo, setFollow } from './send';

/** What concerns a person, what they follow, and what people send each other. */
export function noticeRoutes(app: Express, deps: Deps): void {
  const { db } = deps;

  forMember(app, deps, contract.getNotices, 'anyone', async ({ course, now }) => ({
    ...(await noticeGroups(db, course, now)),
    mail: course.vantage ? 'none' : await mailChoiceOf(db, course.person.id),
  }));

  forMember(app, deps, contract.readNotices, 'anyone', async ({ course, body, now }) => {
    await markNotices(db, course, body.keys, now);
    return DONE;
  });

  forMember(app, deps, contract.setFollow, 'anyone', async ({ course, params, body, now }) => {
    await setFollow(db, course, params.forum, body.follow, now);
    return DONE;
  });

  forMember(app, deps, contract.send, 'anyone', async ({ course, params, body, now }) => {
    const { sent, readers } = await sendTo(db, course, params.forum, body, now);
    // Whoever may not read it yet hears nothing, not even that something came.
    deps.live.concerns(course.setup.id, readers);
    return { sent };
  });
}
