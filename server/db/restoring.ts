import { existsSync } from 'node:fs';
import { join } from 'node:path';

/** The folder in which a restore prepares what it is about to put in place. */
export const RESTORING = 'restoring';

/** Refuses a data folder into which a backup was being restored when something stopped that. */
export function refuseHalfRestored(dataFolder: string): void {
  const left = join(dataFolder, RESTORING);
  if (!existsSync(left)) return;
  throw new Error(
    `A backup was being restored into ${dataFolder} and did not finish. Run npm run restore again; what was there before lies in the folder or in before-restore-... in it.`,
  );
}
