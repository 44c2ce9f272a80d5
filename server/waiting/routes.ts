import { getWaiting } from '../../contract/waiting';
import type { Deps } from '../feature/deps';
import type { Serve } from '../feature/serve';
import { waiting } from './waiting';

/** What waits for staff in all forums. */
export function waitingRoutes(serve: Serve, { db }: Deps): void {
  serve(getWaiting, ({ course, now }) => waiting(db, course, now));
}
