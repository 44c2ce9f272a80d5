// Sets up whatever is missing: packages, then the built interface. Says what it does.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, gzip } from 'node:zlib';

const inBrotli = promisify(brotliCompress);
const inGzip = promisify(gzip);

const root = join(import.meta.dirname, '..');
const MARK = join(root, 'node_modules', '.juror-installed');
const BUILT = join(root, 'dist', 'built');

function run(command, args, options = {}) {
  const result = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (result.status !== 0) process.exit(result.status ?? 1);
}

const hashOf = (...texts) => {
  const hash = createHash('sha256');
  for (const text of texts) hash.update(text);
  return hash.digest('hex');
};

const wantedPackages = () => hashOf(readFileSync(join(root, 'package-lock.json')));

/** Installs the packages where they are missing or package-lock.json has changed; what they compile is left. Says whether it did. */
export function installPackages() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    console.error(`Juror needs Node.js 20.19 or newer; this is ${process.versions.node}.`);
    process.exit(1);
  }
  if (existsSync(MARK) && readFileSync(MARK, 'utf8') === wantedPackages()) return false;
  console.log('Installing packages (the first time this takes some minutes) ...');
  rmSync(MARK, { force: true });
  run('npm', ['ci', '--ignore-scripts', '--no-audit', '--no-fund', '--loglevel=error']);
  return true;
}

/** Compiles what the packages bring as source (SQLite), on every core. */
export function compilePackages() {
  run('npm', ['rebuild', '--loglevel=error'], { env: { ...process.env, JOBS: 'max' } });
  writeFileSync(MARK, wantedPackages());
}

/** Installs the packages where they are missing or package-lock.json has changed. */
export function install() {
  if (installPackages()) compilePackages();
}

function* sources(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) yield* sources(path);
    else if (!/\.test\.tsx?$/.test(entry.name))
      yield `${path} ${statSync(path).mtimeMs} ${statSync(path).size}`;
  }
}

/** Puts a copy in brotli and one in gzip beside every built file that is text, so that none is compressed while somebody waits. */
async function compressBuilt(folder) {
  const names = readdirSync(folder).filter((name) => /\.(js|css|svg)$/.test(name));
  await Promise.all(
    names.map(async (name) => {
      const path = join(folder, name);
      const bytes = readFileSync(path);
      writeFileSync(`${path}.br`, await inBrotli(bytes));
      writeFileSync(`${path}.gz`, await inGzip(bytes, { level: 9 }));
    }),
  );
}

/** Builds the interface and the server where its sources have changed since it was built. */
export async function build() {
  const wanted = hashOf(
    ...['web', 'core', 'words', 'contract', 'server', 'demo', 'bench'].flatMap((folder) => [
      ...sources(join(root, folder)),
    ]),
    readFileSync(join(root, 'package-lock.json')),
  );
  if (existsSync(BUILT) && readFileSync(BUILT, 'utf8') === wanted) return;
  console.log('Building the interface and the server ...');
  run('npx', ['vite', 'build', '--config', 'web/vite.config.ts', '--logLevel', 'warn']);
  run('npx', ['vite', 'build', '--config', 'server/vite.config.ts', '--logLevel', 'warn']);
  await compressBuilt(join(root, 'dist', 'web', 'assets'));
  mkdirSync(join(root, 'dist'), { recursive: true });
  writeFileSync(BUILT, wanted);
}

/** The process of npm that started this script; npm puts a shell between. null where it cannot be told. */
function npmProcess() {
  if (process.env.npm_lifecycle_event === undefined) return null;
  const { stdout } = spawnSync('ps', ['-o', 'ppid=,comm=', '-p', String(process.ppid)], { encoding: 'utf8' });
  const [, above, name] = /^\s*(\d+)\s+(.*?)\s*$/.exec(stdout ?? '') ?? [];
  if (name === undefined) return null;
  return /(^|\/)(sh|bash|dash|zsh)$/.test(name) ? Number(above) : process.ppid;
}

/** Calls `stop` once npm, which started this script, is gone without having told it: killed, it can tell nobody. */
export function stopWithNpm(stop) {
  const npm = npmProcess();
  if (npm === null) return;
  setInterval(() => {
    try {
      process.kill(npm, 0);
    } catch (error) {
      if (error.code === 'ESRCH') stop();
    }
  }, 1000).unref();
}
