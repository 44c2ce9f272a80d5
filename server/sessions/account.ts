import { calledBy, fullName, NAME_COLUMNS } from '../course/setup/personNames';
import type * as contract from '../../contract/account';
import type { AnswerOf } from '../../contract/endpoint';
import { changedPasswordMail } from '../../words/account';
import type { Deps } from '../feature/deps';
import type { SignedIn } from '../feature/signedIn';
import { notFound, wrongField } from '../refusals/problem';
import type { SignInAttempts } from './attempts';
import { browserWords } from './browserWords';
import { hashPassword, isPassword } from './passwords';
import { standsSince } from './sessions';

/** Tells someone by mail that their password was changed, where there is a mail server. */
async function tellOfChange(deps: Deps, personId: string): Promise<void> {
  const person = await deps.db
    .selectFrom('person')
    .select(['email', ...NAME_COLUMNS])
    .where('id', '=', personId)
    .executeTakeFirstOrThrow();
  deps.mailer.direct({
    to: { name: fullName(person), address: person.email },
    ...changedPasswordMail(calledBy(person)),
  });
}

/**
 * Changes one's own password; every other session ends.
 *
 * @throws {Problem} 422 where the present one is wrong, 429 where too many were tried
 */
export async function changePassword(
  deps: Deps,
  attempts: SignInAttempts,
  {
    session,
    current,
    password,
    address,
  }: {
    readonly session: SignedIn;
    readonly current: string;
    readonly password: string;
    /** From where it is asked. */
    readonly address: string;
  },
): Promise<void> {
  const person = await deps.db
    .selectFrom('person')
    .select(['email', 'password_hash'])
    .where('id', '=', session.personId)
    .executeTakeFirstOrThrow();
  const wasRight = attempts.begin({ email: person.email, address, isKnownBrowser: true });
  if (!(await isPassword(person.password_hash, current)))
    throw wrongField('current', 'This is not your current password.');
  wasRight();
  const password_hash = await hashPassword(password);
  await deps.db.transaction().execute(async (trx) => {
    await trx.updateTable('person').set({ password_hash }).where('id', '=', session.personId).execute();
    await trx
      .deleteFrom('session')
      .where('person_id', '=', session.personId)
      .where('token_hash', '<>', session.tokenHash)
      .execute();
  });
  deps.live.sessionsEnded(session.personId);
  await tellOfChange(deps, session.personId);
}

/**
 * Writes someone's name from now on with the family name first, or last, in every course they are in.
 *
 * @returns the name as it is written now
 */
export async function chooseNameOrder(deps: Deps, personId: string, familyFirst: boolean): Promise<string> {
  await deps.db
    .updateTable('person')
    .set({ family_first: familyFirst ? 1 : 0 })
    .where('id', '=', personId)
    .execute();
  const person = await deps.db
    .selectFrom('person')
    .select(NAME_COLUMNS)
    .where('id', '=', personId)
    .executeTakeFirstOrThrow();
  const courses = await deps.db
    .selectFrom('member')
    .select('course_id')
    .where('person_id', '=', personId)
    .execute();
  courses.forEach(({ course_id }) => deps.courses.forget(course_id));
  return fullName(person);
}

/** What a session is named by to its owner: a part of what its token is kept as, of which no token can be made. */
const nameOfSession = (tokenHash: string) => tokenHash.slice(0, 24);

/** Where someone is signed in, this browser first, then those seen last. */
export async function sessionsOf(
  deps: Deps,
  session: SignedIn,
): Promise<AnswerOf<typeof contract.listSessions>> {
  const rows = await deps.db
    .selectFrom('session')
    .selectAll()
    .where('person_id', '=', session.personId)
    .where('seen_at', '>', standsSince(deps))
    .orderBy('seen_at', 'desc')
    .execute();
  const sessions = rows.map((row) => ({
    id: nameOfSession(row.token_hash),
    browser: browserWords(row.browser),
    startedAt: row.created_at,
    seenAt: row.seen_at,
    isThis: row.token_hash === session.tokenHash,
  }));
  return { sessions: sessions.sort((one, other) => Number(other.isThis) - Number(one.isThis)) };
}

/**
 * Ends one of someone's own sessions, or all of them but this one.
 *
 * @throws {Problem} 404 where it is none of theirs
 */
export async function endOthers(deps: Deps, session: SignedIn, only: string | null): Promise<void> {
  const others = await deps.db
    .selectFrom('session')
    .select('token_hash')
    .where('person_id', '=', session.personId)
    .where('token_hash', '<>', session.tokenHash)
    .execute();
  const ended = others
    .map(({ token_hash }) => token_hash)
    .filter((tokenHash) => only === null || nameOfSession(tokenHash) === only);
  if (ended.length > 0) {
    await deps.db.deleteFrom('session').where('token_hash', 'in', ended).execute();
    deps.live.sessionsEnded(session.personId);
  } else if (only !== null) throw notFound();
}
