// npm run axe: every place as everyone, in every size and both themes, looked through by axe; npm test asks each of them once.
import { spawnSync } from 'node:child_process';
import { build, install } from './setUp.mjs';

install();
await build();
const { status } = spawnSync(
  'npx',
  ['vitest', 'run', '--config', 'e2e/vitest.config.ts', 'stories/looks', '--reporter=verbose'],
  {
    stdio: 'inherit',
    env: { ...process.env, AXE: 'all' },
  },
);
process.exit(status ?? 1);
