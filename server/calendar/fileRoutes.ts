import type { Express } from 'express';
import { oneDate, subscribedCalendar } from '../../contract/fileRoutes';
import type { Deps } from '../feature/deps';
import { sendIfNew } from '../http/sendIfNew';
import { notFound } from '../refusals/problem';
import { signedIn } from '../sessions/sessions';
import { iCalendar } from './iCalendar';
import { sayCalendar } from './sayCalendar';
import { whoseCalendar } from './subscriptions';

/** Calendars as files: one's own by its secret address, and one date of it for whoever is signed in. */
export function calendarFileRoutes(app: Express, deps: Deps): void {
  app.get(subscribedCalendar.path, async (req, res) => {
    const personId = await whoseCalendar(deps.db, String(req.params.secret));
    const told = personId === null ? null : await sayCalendar(deps, personId, deps.clock.now());
    if (told === null) throw notFound();
    sendIfNew(req, res, subscribedCalendar.type, iCalendar(told, 'Juror'));
  });

  app.get(oneDate.path, async (req, res) => {
    const { personId } = await signedIn(deps, req);
    const told = await sayCalendar(deps, personId, deps.clock.now());
    const said = told?.find(({ key, cancelled }) => key === req.params.key && !cancelled);
    if (!said) throw notFound();
    res.attachment(`${said.saying.title.replace(/[^\p{L}\p{N}]+/gu, '-')}.ics`);
    sendIfNew(req, res, subscribedCalendar.type, iCalendar([said], null));
  });
}
