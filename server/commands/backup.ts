import { machineTime } from '../clock/clock';
import { makeBackup } from '../keeping/makeBackup';
import { command, dataFolder, sizeWords } from './command';

/** npm run backup -- FILE */
command(async () => {
  const [file, ...more] = process.argv.slice(2);
  if (file === undefined || file.startsWith('-') || more.length > 0)
    throw new Error('Say which file to write: npm run backup -- juror-backup.tar.gz');
  const { file: made, bytes, attachments, lost } = await makeBackup(dataFolder(), file, machineTime());
  console.log(
    `${made}: ${sizeWords(bytes)}, ${attachments} ${attachments === 1 ? 'attachment' : 'attachments'}, read back and whole.`,
  );
  if (lost.length === 0) return 0;
  console.error(
    `${lost.length} of the attachments were missing or damaged in the data folder already; npm run check says which.`,
  );
  return 1;
});
