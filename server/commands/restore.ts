import { resolve } from 'node:path';
import { machineTime } from '../clock/clock';
import { restoreBackup } from '../keeping/restoreBackup';
import { command, dataFolder } from './command';

/** npm run restore -- FILE [--over] */
command(async () => {
  const given = process.argv.slice(2);
  const [file, ...more] = given.filter((word) => word !== '--over');
  if (file === undefined || file.startsWith('-') || more.length > 0)
    throw new Error('Say which backup to restore: npm run restore -- juror-backup.tar.gz');
  const folder = dataFolder();
  const { manifest, before } = await restoreBackup(
    resolve(file),
    folder,
    given.includes('--over'),
    machineTime(),
  );
  console.log(
    `${folder} holds what stood on ${new Date(manifest.madeAt).toISOString().slice(0, 16).replace('T', ' ')} UTC. Everyone signs in again.`,
  );
  if (before !== null) console.log(`What was there before lies in ${before}.`);
  return 0;
});
