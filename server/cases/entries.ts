import type { CaseContent } from '../../contract/cases';
import type { Trx } from '../db/open';
import { toJson } from '../db/json';

/** Something put into a case: by whom and when. */
interface Entry {
  readonly id: string;
  readonly content: CaseContent;
  readonly by: string;
  readonly at: number;
  /** The student it is to, or from. */
  readonly student?: string;
  readonly files?: readonly string[];
}

/** Writes an entry at the end of a case. Sent twice under one id it is one entry. */
export async function addEntry(trx: Trx, caseId: string, entry: Entry): Promise<void> {
  const known = await trx.selectFrom('case_entry').select('id').where('id', '=', entry.id).executeTakeFirst();
  if (known) return;
  const { last } = await trx
    .selectFrom('case_entry')
    .select((eb) => eb.fn.max('number').as('last'))
    .where('case_id', '=', caseId)
    .executeTakeFirstOrThrow();
  await trx
    .insertInto('case_entry')
    .values({
      case_id: caseId,
      number: Number(last ?? 0) + 1,
      ...{ id: entry.id, at: entry.at, by: entry.by },
      kind: entry.content.kind,
      content: toJson(entry.content),
      to_id: entry.student ?? null,
    })
    .execute();
  for (const fileId of entry.files ?? [])
    await trx
      .insertInto('case_attachment')
      .values({ case_id: caseId, file_id: fileId })
      .onConflict((conflict) => conflict.doNothing())
      .execute();
}
