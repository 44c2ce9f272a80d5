// npm run attack: every route fuzzed for long, and swept for what must not be known; `npm run attack -- 200000 7` says how many
// requests the sweep sends, and where the dice start. What it found and did is printed.
import { spawnSync } from 'node:child_process';
import { install } from './setUp.mjs';

install();
const [requests = '100000', seed = String(Math.floor(Math.random() * 1e9))] = process.argv.slice(2);
console.log(`${requests} requests of the sweep, dice from ${seed}.`);
const files = [
  'server/http/everyRoute',
  'server/http/fuzz',
  'server/http/whatHiddenPostsHold',
  'server/live/secrecy',
];
const { status } = spawnSync('npx', ['vitest', 'run', ...files, '--disable-console-intercept'], {
  stdio: 'inherit',
  env: { ...process.env, ATTACK_REQUESTS: requests, ATTACK_TIMES: '20', ATTACK_SEED: seed },
});
process.exit(status ?? 1);
