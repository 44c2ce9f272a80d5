import { subscribedCalendar } from '../../contract/fileRoutes';
import type { Db } from '../db/open';
import { hashOfSecret, newSecret } from '../secrets/secretAddress';

/** Makes the secret address of somebody's calendar; one that was made before stops working. Only its hash is kept. */
export async function makeAddress(db: Db, personId: string, now: number): Promise<string> {
  const secret = newSecret();
  const made = { hash: hashOfSecret(secret), made_at: now };
  await db
    .insertInto('calendar_address')
    .values({ person_id: personId, alarm: null, ...made })
    .onConflict((conflict) => conflict.column('person_id').doUpdateSet(made))
    .execute();
  return subscribedCalendar.path.replace(':secret', secret);
}

/** Withdraws the secret address of somebody's calendar. */
export async function withdrawAddress(db: Db, personId: string): Promise<void> {
  await db
    .updateTable('calendar_address')
    .set({ hash: null, made_at: null })
    .where('person_id', '=', personId)
    .execute();
}

/** Chooses how many minutes before something is due a calendar reminds; null: not at all. */
export async function chooseAlarm(db: Db, personId: string, alarm: number | null): Promise<void> {
  await db
    .insertInto('calendar_address')
    .values({ person_id: personId, hash: null, made_at: null, alarm })
    .onConflict((conflict) => conflict.column('person_id').doUpdateSet({ alarm }))
    .execute();
}

/** Whose calendar a secret address is; null: nobody's. */
export async function whoseCalendar(db: Db, secret: string): Promise<string | null> {
  const row = await db
    .selectFrom('calendar_address')
    .select('person_id')
    .where('hash', '=', hashOfSecret(secret))
    .executeTakeFirst();
  return row?.person_id ?? null;
}
