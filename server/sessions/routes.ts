import { nameOrder } from '../../core/text/nameOrder';
import { hoursOr24 } from '../../words/dates';
import { DONE } from '../../contract/basics';
import * as account from '../../contract/account';
import * as contract from '../../contract/session';
import type { Deps } from '../feature/deps';
import type { SignedIn } from '../feature/signedIn';
import type { Serve } from '../feature/serve';
import { notFound, Problem } from '../refusals/problem';
import { changePassword, chooseNameOrder, endOthers, sessionsOf } from './account';
import { SignInAttempts } from './attempts';
import { isKnownBrowser, knowBrowser } from './knownBrowsers';
import { isPassword } from './passwords';
import { shownHosts } from '../elsewhere/shownHosts';
import { PasswordResets } from './resets';
import { personName } from '../course/setup/personNames';
import { endSession, sessionOf, startSession } from './sessions';

async function stateFor(deps: Deps, session: SignedIn | null): Promise<contract.SessionState> {
  const base = {
    now: deps.clock.now(),
    demo: deps.demo !== null,
    mailsPasswords: deps.mailer.goes === 'server',
  };
  const person =
    session &&
    (await deps.db.selectFrom('person').selectAll().where('id', '=', session.personId).executeTakeFirst());
  if (!session || !person) return { ...base, person: null, courses: [], token: null, shows: [] };
  const courses = await deps.db
    .selectFrom('member')
    .innerJoin('course', 'course.id', 'member.course_id')
    .select(['course.id', 'course.title', 'course.code', 'member.role'])
    .where('member.person_id', '=', person.id)
    .where('member.removed_at', 'is', null)
    .where('course.put_away_at', 'is', null)
    .orderBy('course.title')
    .execute();
  return {
    ...base,
    person: {
      ...personName(person),
      email: person.email,
      administrator: person.administrator === 1,
      hours: hoursOr24(person.hours),
      zone: person.zone,
      family: person.family_name,
      familyFirst: person.family_first === 1,
    },
    courses,
    token: session.writeToken,
    shows: await shownHosts(deps.db),
  };
}

/** Signing in, out, and who is signed in. */
export function sessionRoutes(serve: Serve, deps: Deps): void {
  const attempts = new SignInAttempts(() => deps.clock.wall());

  serve(contract.getSession, async ({ req }) => stateFor(deps, await sessionOf(deps, req)));

  serve(contract.signIn, async ({ body, req, res }) => {
    const person = await deps.db
      .selectFrom('person')
      .selectAll()
      .where('email', '=', body.email)
      .executeTakeFirst();
    const trying = {
      email: body.email,
      address: req.ip ?? '',
      isKnownBrowser: person !== undefined && (await isKnownBrowser(deps, req, person.id)),
    };
    const wasRight = attempts.begin(trying);
    if (!(await isPassword(person?.password_hash ?? null, body.password))) {
      const message = 'This e-mail address and password do not match. Check both and try again.';
      throw new Problem(401, 'wrongPassword', message, [{ field: 'password', message }]);
    }
    wasRight();
    const session = await startSession(deps, req, res, person!.id);
    await knowBrowser(deps, req, res, person!.id);
    return stateFor(deps, session);
  });

  serve(contract.signOut, async ({ req, res, session }) => {
    await endSession(deps, req, res, session);
    return DONE;
  });

  serve(account.chooseHours, async ({ body, session }) => {
    await deps.db.updateTable('person').set(body).where('id', '=', session.personId).execute();
    return DONE;
  });

  serve(account.chooseZone, async ({ body, session }) => {
    await deps.db.updateTable('person').set(body).where('id', '=', session.personId).execute();
    return DONE;
  });

  serve(account.chooseNameOrder, async ({ body, session }) => ({
    name: await chooseNameOrder(deps, session.personId, body.familyFirst),
  }));

  serve(account.changePassword, async ({ body, req, session }) => {
    await changePassword(deps, attempts, { session, ...body, address: req.ip ?? '' });
    return DONE;
  });

  serve(account.listSessions, ({ session }) => sessionsOf(deps, session));

  serve(account.endOneSession, async ({ params, session }) => {
    await endOthers(deps, session, params.session);
    return DONE;
  });

  serve(account.endOtherSessions, async ({ session }) => {
    await endOthers(deps, session, null);
    return DONE;
  });

  const resets = new PasswordResets(deps);
  serve(account.askForPassword, ({ body, req, res }) => {
    res.once('close', resets.ask(body.email, req.ip ?? ''));
    return Promise.resolve(DONE);
  });
}

/** Only with demo data: signing in by one click, and the clock. */
export function demoRoutes(serve: Serve, deps: Deps): void {
  const { demo } = deps;
  if (demo === null) return;

  serve(contract.demoPeople, async () => {
    const rows = await deps.db
      .selectFrom('person')
      .leftJoin('member', 'member.person_id', 'person.id')
      .leftJoin('section', 'section.id', 'member.section_id')
      .selectAll('person')
      .select(['member.role', 'section.title as section'])
      .execute();
    rows.sort((one, other) => nameOrder(one.sortable_name, other.sortable_name));
    const people = rows.map((row) => ({
      ...personName(row),
      email: row.email,
      role: row.administrator === 1 ? 'administrator' : (row.role ?? ''),
      section: row.section,
    }));
    return { people, password: demo.password };
  });

  serve(contract.demoSignIn, async ({ body, req, res }) => {
    const person = await deps.db
      .selectFrom('person')
      .select('id')
      .where('id', '=', body.personId)
      .executeTakeFirst();
    if (!person) throw notFound();
    return stateFor(deps, await startSession(deps, req, res, person.id));
  });

  serve(contract.moveClock, async ({ body, session }) => {
    const staff = await deps.db
      .selectFrom('member')
      .select('role')
      .where('person_id', '=', session.personId)
      .where('role', 'in', ['instructor', 'assistant'])
      .executeTakeFirst();
    if (!staff) throw notFound();
    demo.clock.move(body.to);
    deps.live.clockMoved();
    return { now: demo.clock.now() };
  });
}
