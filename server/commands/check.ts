import { checkData } from '../keeping/checkData';
import { command, dataFolder } from './command';

/** npm run check */
command(async () => {
  const folder = dataFolder();
  const findings = await checkData(folder, (step) => console.log(`Looking at ${step} ...`));
  for (const finding of findings) console.error(finding);
  if (findings.length === 0) console.log(`All is well in ${folder}.`);
  else
    console.error('Keep a copy of the folder as it is, then restore the last backup from before the damage.');
  return findings.length === 0 ? 0 : 1;
});
