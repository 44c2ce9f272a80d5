import type { Db } from '../db/open';
import { wrongField } from '../refusals/problem';

/** The origins whose material may be shown in place in texts, in order. */
export async function shownHosts(db: Db): Promise<string[]> {
  const rows = await db.selectFrom('shown_host').select('origin').orderBy('origin').execute();
  return rows.map(({ origin }) => origin);
}

/**
 * Sets them. Juror itself is none of them: what stands in a frame would be kept apart from the page by nothing but its sandbox.
 *
 * @param own where people reach Juror
 */
export async function setShownHosts(
  db: Db,
  hosts: readonly string[],
  { own, by, now }: { own: readonly string[]; by: string; now: number },
): Promise<string[]> {
  // A name in letters of its own alphabet stands in headers as browsers write it.
  const written = hosts.map((host, at) => {
    if (!URL.canParse(host))
      throw wrongField(`hosts.${at}`, 'Write the address of a host, such as https://films.example.');
    return new URL(host).origin;
  });
  const at = written.findIndex((origin) => own.includes(origin));
  if (at !== -1)
    throw wrongField(`hosts.${at}`, 'This is Juror’s own address. Files are uploaded to it instead.');
  const wanted = [...new Set(written)];
  if (wanted.length > 0)
    await db
      .insertInto('shown_host')
      .values(wanted.map((origin) => ({ origin, at: now, by })))
      .onConflict((conflicts) => conflicts.doNothing())
      .execute();
  await db
    .deleteFrom('shown_host')
    .where('origin', 'not in', wanted.length > 0 ? wanted : [''])
    .execute();
  return shownHosts(db);
}
