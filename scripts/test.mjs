// npm test: sets up whatever is missing, then types, lint, unit tests and browser tests; one line at the end adds up.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { installPackages } from './setUp.mjs';

const steps = [];
const counts = { passed: 0, failed: 0 };
/** The tests that failed, each with the first lines of why; told again at the end, where they are looked for. */
const failures = [];
const folders = ['core', 'words', 'contract', 'server', 'web', 'demo', 'bench', 'e2e'];
const scratch = mkdtempSync(join(tmpdir(), 'juror-test-'));

async function timed(name, work) {
  console.log(`\n== ${name}`);
  const start = performance.now();
  const ok = await work();
  steps.push({ name, ok, seconds: (performance.now() - start) / 1000 });
  return ok;
}

const run = (command, args) => spawnSync(command, args, { stdio: 'inherit' }).status === 0;

/** Runs a check to its end; what it prints is shown when it has ended, so that checks beside it do not mix with it. */
function check([name, command, args]) {
  return new Promise((done) => {
    const start = performance.now();
    const printed = [];
    const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'] });
    child.stdout.on('data', (part) => printed.push(part));
    child.stderr.on('data', (part) => printed.push(part));
    child.on('close', (code) => {
      const ok = code === 0;
      console.log(`\n== ${name}\n${Buffer.concat(printed).toString('utf8').trimEnd()}`);
      steps.push({ name, ok, seconds: (performance.now() - start) / 1000 });
      // A check that passes or fails as a whole counts as one.
      counts[ok ? 'passed' : 'failed']++;
      done();
    });
  });
}

/** Runs checks two at a time. */
async function checks(all) {
  const waiting = [...all];
  const line = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) await check(next);
  };
  await Promise.all([line(), line()]);
}

/** A Vitest run counts each of its tests; one that does not start counts as one failure. */
function tests(name, args) {
  const report = join(scratch, `${name.replace(/\W+/g, '-')}.json`);
  return timed(name, () => {
    const ok = run('npx', [
      'vitest',
      'run',
      ...args,
      '--reporter=default',
      '--reporter=json',
      `--outputFile.json=${report}`,
    ]);
    if (!existsSync(report)) {
      counts.failed++;
      return false;
    }
    const result = JSON.parse(readFileSync(report, 'utf8'));
    counts.passed += result.numPassedTests;
    counts.failed += result.numFailedTests;
    if (!ok && result.numFailedTests === 0) counts.failed++;
    for (const file of result.testResults) {
      if (file.status === 'failed' && file.assertionResults.length === 0)
        failures.push(`${file.name}\n${file.message}`);
      for (const test of file.assertionResults) {
        if (test.status === 'failed') failures.push(`${test.fullName}\n${test.failureMessages.join('\n')}`);
      }
    }
    return ok;
  });
}

/** Whether Debian's package of that program is here. */
const isHere = (program) => existsSync(`/usr/bin/${program}`);

const NEEDED = 'chromium-headless-shell chromium-driver';
const APT = `apt-get update && apt-get install -y --no-install-recommends ${NEEDED}`;

/** Begins to install Debian's Chromium without windows, and its driver, where they are missing and apt-get can be run. */
function browserInstalled() {
  if (isHere('chromium-headless-shell') && isHere('chromedriver')) return Promise.resolve();
  if (process.getuid?.() !== 0 || spawnSync('which', ['apt-get']).status !== 0) return Promise.resolve();
  console.log(`Installing ${NEEDED} ...`);
  const command = `export DEBIAN_FRONTEND=noninteractive; (${APT}) >/dev/null`;
  return new Promise((done) => spawn('bash', ['-c', command], { stdio: 'inherit' }).on('close', done));
}

/** Whether there is a browser. Where only the Chromium with windows is to be had, it does as well, and takes half as long again. */
function hasBrowser() {
  if (isHere('chromedriver') && (isHere('chromium-headless-shell') || isHere('chromium'))) return true;
  console.error(
    `The browser tests need Debian's chromium-headless-shell and chromium-driver. Install them with:\n  sudo bash -c "${APT}"`,
  );
  return false;
}

const aboutBrowser = browserInstalled();
let isFresh;
await timed('packages', async () => {
  isFresh = installPackages();
  return true;
});
const setUp = (what) => ['node', ['-e', `import('./scripts/setUp.mjs').then((setUp) => setUp.${what}())`]];
/** TypeScript 7 checks types; the linters still read files with TypeScript 6. */
const tsc = join('node_modules', 'typescript-native', 'bin', 'tsc');

// What the packages compile and the interface are wanted by the tests; no check waits for them.
await checks([
  ...(isFresh ? [['what packages compile', ...setUp('compilePackages')]] : []),
  ['interface and server', ...setUp('build')],
  ['lint', 'npx', ['eslint', '--max-warnings', '0', '.']],
  ['types: tests, e2e', 'node', [tsc, '-p', 'tsconfig.tests.json']],
  // What runs in Node is one program: each of its folders by itself would read the server and its libraries again.
  ['types: server, demo, bench', 'node', [tsc, '-p', 'tsconfig.node.json']],
  ...['core', 'words', 'contract', 'web'].map((folder) => [`types: ${folder}`, 'node', [tsc, '-p', folder]]),
  ['promises', 'npx', ['oxlint', '--type-aware', '--tsconfig', 'tsconfig.lint.json']],
  ['format', 'npx', ['prettier', '--check', '--log-level', 'warn', '.']],
  [
    'imports between folders',
    'npx',
    ['depcruise', '--config', '.dependency-cruiser.cjs', '--output-type', 'err', ...folders],
  ],
  [
    'circles of folders',
    'npx',
    [
      'depcruise',
      ...['--config', '.dependency-cruiser.folders.cjs', '--output-type', 'err'],
      ...['core', 'words', 'contract', 'server', 'web'],
    ],
  ],
  ['unused code', 'npx', ['knip']],
]);
await tests('unit tests', []);
await aboutBrowser;
if (await timed('browser', async () => hasBrowser()))
  await tests('browser tests', ['--config', 'e2e/vitest.config.ts']);
else counts.failed++;

rmSync(scratch, { recursive: true, force: true });
for (const failure of failures) console.log(`\nFAILED ${failure.split('\n').slice(0, 12).join('\n')}`);
console.log('');
for (const { name, ok, seconds } of steps)
  console.log(`${ok ? 'ok  ' : 'FAIL'} ${seconds.toFixed(1).padStart(7)} s  ${name}`);
console.log(`\n${counts.passed} passed, ${counts.failed} failed`);
process.exit(counts.failed === 0 ? 0 : 1);
