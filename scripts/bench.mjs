// npm run bench: measures the built code, as it runs in production, and prints a table; `npm run bench -- gradebook` one part of it.
import { spawnSync } from 'node:child_process';
import { build, install } from './setUp.mjs';

install();
await build();
process.exit(
  spawnSync(process.execPath, ['dist/node/bench.js', ...process.argv.slice(2)], { stdio: 'inherit' })
    .status ?? 1,
);
