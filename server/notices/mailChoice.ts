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
