// npm run looks: every place looked through by axe in both themes; npm test asks each in one of them.
import { spawnSync } from 'node:child_process';
import { build, install } from './setUp.mjs';

install();
await build();
const { status } = spawnSync('npx', ['vitest', 'run', '--config', 'e2e/vitest.config.ts', 'stories/looks'], {
  stdio: 'inherit',
  env: { ...process.env, LOOKS: 'all' },
});
process.exit(status ?? 1);
