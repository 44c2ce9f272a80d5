// npm run demo: sets up whatever is missing, then serves the demo course.
import { spawn } from 'node:child_process';
import { build, install } from './setUp.mjs';

install();
build();
const child = spawn(
  process.execPath,
  ['--enable-source-maps', 'dist/node/demo.js', ...process.argv.slice(2)],
  { stdio: 'inherit' },
);
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
child.on('exit', (code) => process.exit(code ?? 0));
