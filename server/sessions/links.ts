import { fullName, NAME_COLUMNS } from '../course/setup/personNames';
import { createHash, randomInt } from 'node:crypto';
import { DAY, HOUR } from '../../core/time/instant';
import type { Db } from '../db/open';
import type { Deps } from '../feature/deps';
import { notFound } from '../refusals/problem';
import { hashPassword } from './passwords';

/** What a link is for, and how long it lives: one that someone is given, and one that they asked for because they forgot theirs. */
const LIVES = { invite: 7 * DAY, reset: HOUR } as const;
export type LinkPurpose = keyof typeof LIVES;

/** Letters and digits that nobody takes for one another when they type a link from paper. */
const SYMBOLS = 'abcdefghjkmnpqrstuvwxyz23456789';
/** Groups of so many symbols: 99 bits in all. */
const GROUPS = [4, 4, 4, 4, 4];
const newToken = () =>
  GROUPS.map((size) => Array.from({ length: size }, () => SYMBOLS[randomInt(SYMBOLS.length)]!).join('')).join(
    '-',
  );

const hashOf = (token: string) => createHash('sha256').update(token).digest('hex');

/** A one-time link to set a password with. */
export interface PasswordLink {
  /** Its address within Juror, with the token that is kept only as a hash. */
  readonly address: string;
  /** Machine time, UTC ms. */
  readonly expiresAt: number;
}

/** What links are made with. */
interface MakingLinks {
  readonly db: Db;
  readonly clock: Pick<Deps['clock'], 'wall'>;
}

/** Makes a one-time link for each of these people; links made for them before, for the same purpose, stop working. */
export async function makeLinks(
  { db, clock }: MakingLinks,
  people: readonly string[],
  madeBy: string,
  purpose: LinkPurpose = 'invite',
): Promise<ReadonlyMap<string, PasswordLink>> {
  const now = clock.wall();
  const expiresAt = now + LIVES[purpose];
  const made = people.map((id) => ({ id, token: newToken() }));
  await db.transaction().execute(async (trx) => {
    for (const { id, token } of made) {
      await trx
        .deleteFrom('password_link')
        .where('person_id', '=', id)
        .where('purpose', '=', purpose)
        .execute();
      await trx
        .insertInto('password_link')
        .values({
          token_hash: hashOf(token),
          person_id: id,
          made_by: madeBy,
          made_at: now,
          expires_at: expiresAt,
          used_at: null,
          purpose,
        })
        .execute();
    }
  });
  return new Map(made.map(({ id, token }) => [id, { address: `/set-password/${token}`, expiresAt }]));
}

/** Makes a one-time link for a person; a link made for them before, for the same purpose, stops working. */
export async function makeLink(
  making: MakingLinks,
  personId: string,
  madeBy: string,
  purpose: LinkPurpose = 'invite',
): Promise<PasswordLink> {
  return (await makeLinks(making, [personId], madeBy, purpose)).get(personId)!;
}

/** Takes a person's password away and ends their sessions. */
export async function forgetPassword(deps: Deps, personId: string): Promise<void> {
  await deps.db.transaction().execute(async (trx) => {
    await trx.updateTable('person').set({ password_hash: null }).where('id', '=', personId).execute();
    await trx.deleteFrom('session').where('person_id', '=', personId).execute();
  });
  deps.live.sessionsEnded(personId);
}

async function liveLink(deps: Deps, token: string) {
  const row = await deps.db
    .selectFrom('password_link')
    .innerJoin('person', 'person.id', 'password_link.person_id')
    .select(['person.id', 'person.email', ...NAME_COLUMNS, 'expires_at', 'used_at', 'made_by', 'purpose'])
    .where('token_hash', '=', hashOf(token))
    .executeTakeFirst();
  if (!row || row.used_at !== null || row.expires_at <= deps.clock.wall()) throw notFound();
  return row;
}

/** Whose link a token is, and what it is for; 404 once it was used, replaced or has expired. */
export async function linkOf(deps: Deps, token: string) {
  const row = await liveLink(deps, token);
  return {
    name: fullName(row),
    email: row.email,
    expiresAt: row.expires_at,
    purpose: row.purpose,
  };
}

/** Sets a password with a link; no link of theirs works any more, and sessions opened with an older password end. */
export async function setPasswordWith(deps: Deps, token: string, password: string): Promise<string> {
  const row = await liveLink(deps, token);
  const password_hash = await hashPassword(password);
  const now = deps.clock.wall();
  await deps.db.transaction().execute(async (trx) => {
    const { numUpdatedRows } = await trx
      .updateTable('password_link')
      .set({ used_at: now })
      .where('token_hash', '=', hashOf(token))
      .where('used_at', 'is', null)
      .executeTakeFirstOrThrow();
    if (numUpdatedRows === 0n) throw notFound();
    await trx
      .updateTable('password_link')
      .set({ expires_at: now })
      .where('person_id', '=', row.id)
      .where('used_at', 'is', null)
      .execute();
    await trx
      .updateTable('person')
      .set({ password_hash, password_by: row.made_by })
      .where('id', '=', row.id)
      .execute();
    await trx.deleteFrom('session').where('person_id', '=', row.id).execute();
  });
  deps.live.sessionsEnded(row.id);
  return row.email;
}
