import type { Db } from '../db/open';
import type { MailChoice } from '../../contract/notices';

/** What people are sent unless they choose otherwise. */
export const DEFAULT_CHOICE: MailChoice = 'daily';

/** When someone is sent mail. */
export async function mailChoiceOf(db: Db, personId: string): Promise<MailChoice> {
  const row = await db
    .selectFrom('mail_choice')
    .select('choice')
    .where('person_id', '=', personId)
    .executeTakeFirst();
  return row?.choice ?? DEFAULT_CHOICE;
}

/** Keeps when someone wants to be sent mail. */
export async function setMailChoice(db: Db, personId: string, choice: MailChoice): Promise<void> {
  await db
    .insertInto('mail_choice')
    .values({ person_id: personId, choice })
    .onConflict((conflict) => conflict.column('person_id').doUpdateSet({ choice }))
    .execute();
}

/** Whether someone wants a letter each week about the courses they teach. */
export async function wantsLetter(db: Db, personId: string): Promise<boolean> {
  const row = await db
    .selectFrom('letter_choice')
    .select('since')
    .where('person_id', '=', personId)
    .executeTakeFirst();
  return row !== undefined;
}

/** Keeps whether someone wants it; the first comes on the Monday after. */
export async function setLetter(db: Db, personId: string, wants: boolean, now: number): Promise<void> {
  if (!wants) await db.deleteFrom('letter_choice').where('person_id', '=', personId).execute();
  else
    await db
      .insertInto('letter_choice')
      .values({ person_id: personId, since: now })
      .onConflict((conflict) => conflict.doNothing())
      .execute();
}
