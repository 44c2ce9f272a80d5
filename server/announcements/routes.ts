import { DONE } from '../../contract/basics';
import * as contract from '../../contract/announcements';
import type { Deps } from '../feature/deps';
import type { Serve } from '../feature/serve';
import { announce, announcementsFor, removeAnnounced } from './announcements';

/** What staff announce to a class, a section or a group. */
export function announcementRoutes(serve: Serve, deps: Deps): void {
  serve(contract.listAnnouncements, async ({ course, now }) => {
    const { setup, member } = course;
    const plans = new Map(setup.groupPlans.map(({ id, title }) => [id, title]));
    return {
      announcements: await announcementsFor(deps.db, course, now),
      groups:
        member.role === 'student'
          ? []
          : [...setup.groups.values()].map(({ id, title, planId }) => ({
              id,
              title: plans.size > 1 ? `${title} (${plans.get(planId) ?? ''})` : title,
            })),
    };
  });
  serve(contract.saveAnnouncement, ({ course, params, body, now }) =>
    announce(deps, course, params.announcement, body, now),
  );
  serve(contract.removeAnnouncement, async ({ course, params, now }) => {
    await removeAnnounced(deps, course, params.announcement, now);
    return DONE;
  });
}
