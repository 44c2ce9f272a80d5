// npm run demo: sets up whatever is missing, then serves the demo course.
import { spawn } from 'node:child_process';
import { constants } from 'node:os';
import { build, install, stopWithNpm } from './setUp.mjs';

install();
await build();
const child = spawn(
  process.execPath,
  ['--enable-source-maps', 'dist/node/demo.js', ...process.argv.slice(2)],
  { stdio: ['inherit', 'inherit', 'inherit', 'ipc'] },
);
stopWithNpm(() => child.kill('SIGTERM'));
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
// A server that was ended by a signal did not end well, whatever its code says.
child.on('exit', (code, signal) =>
  process.exit(signal === null ? (code ?? 1) : 128 + (constants.signals[signal] ?? 0)),
);
