// npm run bench: measures the built code, as it runs in production, and prints a table.
import { spawnSync } from 'node:child_process';
import { build, install } from './setUp.mjs';

install();
build();
process.exit(spawnSync(process.execPath, ['dist/node/bench.js'], { stdio: 'inherit' }).status ?? 1);
