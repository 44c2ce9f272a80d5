import { sql } from 'kysely';
import type { Express } from 'express';
import { isInPlace } from '../db/open';
import type { Deps } from '../feature/deps';

/** After so long what does not answer is not well, ms. */
const SOON = 1000;

/** What is wrong with the data: it is read and written; null where nothing is. */
async function whatIsWrong({ db }: Deps): Promise<string | null> {
  if (!isInPlace(db)) return 'The data file is not where it was when the server started.';
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<string>((resolve) => {
    timer = setTimeout(() => resolve('The data cannot be written now: another program has it locked.'), SOON);
  });
  const work =
    sql`INSERT INTO setting (key, value) VALUES ('health', '1') ON CONFLICT (key) DO UPDATE SET value = value`
      .execute(db)
      .then(() => sql`SELECT value FROM setting WHERE key = 'health'`.execute(db))
      .then(
        () => null,
        (error: unknown) =>
          `The data cannot be read and written: ${error instanceof Error ? error.message : 'no reason given'}.`,
      );
  const wrong = await Promise.race([work, late]);
  clearTimeout(timer);
  return wrong;
}

/** Whether the server is well, for whoever watches over it: `/healthz`, and `/readyz` before anybody is sent here. */
export function healthRoutes(app: Express, deps: Deps): void {
  let under: Promise<string | null> | null = null;
  for (const path of ['/healthz', '/readyz'])
    app.get(path, async (_req, res) => {
      // However many ask, the data is looked at once at a time.
      under ??= whatIsWrong(deps).finally(() => (under = null));
      const wrong = await under;
      res.set('Cache-Control', 'no-store');
      if (wrong === null) res.json({ ok: true });
      else res.status(503).json({ ok: false, wrong });
    });
}
