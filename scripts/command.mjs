// npm run backup, restore and check: sets up whatever is missing, then runs the command of that name.
import { spawnSync } from 'node:child_process';
import { build, install } from './setUp.mjs';

const [name, ...given] = process.argv.slice(2);
install();
await build();
const { status } = spawnSync(process.execPath, ['--enable-source-maps', `dist/node/${name}.js`, ...given], {
  stdio: 'inherit',
});
process.exit(status ?? 1);
