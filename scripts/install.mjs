// What must be there before anything of ours can run. Plain Node: nothing is installed yet.
import { execFileSync, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { claim, holder, release } from './claim.mjs';
import { giveUp, say } from './say.mjs';

export const ROOT = path.dirname(path.dirname(fileURLToPath(import.meta.url)));
/** What is measured and pictured runs in the browser people use; what is tested in the same one without a window, which is lighter. */
export const CHROMIUM = process.env.CHROMIUM ?? '/usr/bin/chromium';
export const HEADLESS = process.env.CHROMIUM ?? '/usr/bin/chromium-headless-shell';

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) giveUp(`Node ${process.versions.node} is too old: Arbolito needs Node 20.19 or newer.`);
}

/** Where the newest PostgreSQL server's programs are, or null. */
export function findPostgres() {
  const places = [process.env.PG_BINDIR];
  try {
    const versions = fs.readdirSync('/usr/lib/postgresql').sort((a, b) => Number(b) - Number(a));
    places.push(...versions.map((v) => `/usr/lib/postgresql/${v}/bin`));
  } catch {}
  places.push(...(process.env.PATH ?? '').split(':'));
  for (const place of places) {
    if (!place) continue;
    try {
      const real = path.dirname(fs.realpathSync(path.join(place, 'postgres')));
      if (fs.existsSync(path.join(real, 'initdb'))) return real;
    } catch {}
  }
  return null;
}

/** Installs a Debian package when we may; otherwise says exactly what to type. */
export function ensureDebian(name, present) {
  if (present()) return;
  const asRoot = process.getuid() === 0 ? [] : ['sudo', '-n'];
  const command = `apt-get install -y --no-install-recommends ${name}`;
  if (asRoot.length && spawnSync('sudo', ['-n', 'true'], { stdio: 'ignore' }).status !== 0) {
    giveUp(`The Debian package ${name} is missing and this user may not install it. Ask for:\n\n    sudo ${command}\n\nthen start again.`);
  }
  const run = (...args) => {
    const [program, ...rest] = [...asRoot, 'env', 'DEBIAN_FRONTEND=noninteractive', ...args];
    return spawnSync(program, rest, { stdio: ['ignore', 'ignore', 'inherit'] }).status === 0;
  };
  say(`installing the Debian package ${name} (a minute or two) …`);
  if (!run('apt-get', 'update', '-qq') || !run(...command.split(' '), '-qq') || !present()) {
    giveUp(`The Debian package ${name} could not be installed. Try by hand:\n\n    apt-get update && ${command}\n\nand read what it says.`);
  }
}

const RUNNING = path.join(ROOT, '.running');

/** Says that a server runs from this folder: its files must not change under it. */
export function registerServer() {
  const mine = path.join(RUNNING, String(process.pid));
  claim(mine);
  process.on('exit', () => release(mine));
}

/** Does what changes the files servers run from: one at a time, and never under one that runs. */
function changing(what, work) {
  const lock = path.join(RUNNING, 'changing');
  const other = claim(lock);
  if (other) giveUp(`Another start (process ${other}) is ${what} in this folder just now: wait for it, then start again.`);
  try {
    const servers = fs
      .readdirSync(RUNNING)
      .filter((name) => name !== 'changing' && Number(name) !== process.pid && holder(path.join(RUNNING, name)));
    if (servers.length > 0)
      giveUp(
        `Arbolito is running from this folder (process ${servers.join(', ')}), and ${what} now would pull its files from under it: end it with Ctrl-C first, then start again.`,
      );
    work();
  } finally {
    release(lock);
  }
}

/** npm ci, when the lock file is not the one that was installed. */
export function ensurePackages() {
  const lock = createHash('sha256')
    .update(fs.readFileSync(path.join(ROOT, 'package-lock.json')))
    .digest('hex');
  const marker = path.join(ROOT, 'node_modules', '.arbolito-lock');
  if (fs.existsSync(marker) && fs.readFileSync(marker, 'utf8') === lock) return;
  changing('installing packages', () => install(marker, lock));
}

function install(marker, lock) {
  say('installing JavaScript packages with npm ci (about a minute) …');
  try {
    execFileSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], { cwd: ROOT, stdio: ['ignore', 'ignore', 'inherit'] });
  } catch {
    giveUp('npm ci did not succeed: read its message above; most often the package registry was not reachable. Then start again.');
  }
  fs.writeFileSync(marker, lock);
}

const BUILT_FROM = [
  'core/src',
  'core/package.json',
  'web/src',
  'web/public',
  'web/astro.config.mjs',
  'web/package.json',
  'web/build-workers.mjs',
  'web/build-rescue.mjs',
  'web/build-service-worker.mjs',
  'web/compress.mjs',
  'web/preload.mjs',
  'package-lock.json',
];

/** Builds the application when its sources are not those of the last build. */
export function ensureBuild() {
  const hash = createHash('sha256').update(ROOT);
  for (const file of BUILT_FROM.flatMap((p) => filesIn(path.join(ROOT, p))))
    hash.update(file.slice(ROOT.length)).update(fs.readFileSync(file));
  const sources = hash.digest('hex');
  const marker = path.join(ROOT, 'web/dist/.built-from');
  if (fs.existsSync(marker) && fs.readFileSync(marker, 'utf8') === sources) return;
  changing('building', () => build(marker, sources));
}

function build(marker, sources) {
  say('building the application (about half a minute) …');
  const env = { ...process.env, ASTRO_TELEMETRY_DISABLED: '1', ASTRO_DISABLE_UPDATE_CHECK: '1', NODE_ENV: 'production' };
  const built = spawnSync('npm', ['run', 'build', '--loglevel=error'], { cwd: ROOT, env, encoding: 'utf8' });
  if (built.status !== 0) giveUp(`The build failed:\n\n${(built.stdout + built.stderr).slice(-4000)}`);
  fs.writeFileSync(marker, sources);
}

function filesIn(place) {
  if (!fs.existsSync(place)) return [];
  if (fs.statSync(place).isFile()) return [place];
  return fs
    .readdirSync(place)
    .sort()
    .flatMap((name) => (/\.test\.tsx?$/.test(name) ? [] : filesIn(path.join(place, name))));
}
