// What an earlier run left behind in a data directory: a server still running, or processes whose server was killed.
import fs from 'node:fs';
import path from 'node:path';
import { readOwn } from './claim.mjs';
import { say } from './say.mjs';

export const pause = (ms) => new Promise((r) => setTimeout(r, ms));

function isPostgres(pid) {
  try {
    return fs.readFileSync(`/proc/${pid}/comm`, 'utf8').trim() === 'postgres';
  } catch {
    return false;
  }
}

/** The server of this data directory: its pid, and whether that process really is it. */
function postmaster(data) {
  const pid = Number(readOwn(path.join(data, 'postmaster.pid'))?.split('\n')[0] ?? Number.NaN);
  if (Number.isNaN(pid)) return null;
  try {
    return { pid, ours: isPostgres(pid) && fs.readFileSync(`/proc/${pid}/cmdline`, 'utf8').split('\0').includes(data) };
  } catch {
    return { pid, ours: false };
  }
}

/** Server processes working in this data directory whose postmaster was killed: they still hold its shared memory. */
function orphans(data) {
  const real = fs.realpathSync(data);
  return fs
    .readdirSync('/proc')
    .map(Number)
    .filter((pid) => {
      try {
        return pid > 0 && isPostgres(pid) && fs.readlinkSync(`/proc/${pid}/cwd`) === real;
      } catch {
        return false;
      }
    });
}

function signal(pid, name) {
  try {
    process.kill(pid, name);
  } catch {}
}

/** Ends the server or the orphans an earlier run left: asked first, then killed. */
export async function endLeftOver(data) {
  const old = postmaster(data);
  if (!old) return;
  if (old.ours) say('stopping a database left running by an earlier run …');
  for (let i = 0; i < 600 && postmaster(data)?.ours; i++) {
    if (i === 0 || i === 300) signal(old.pid, i ? 'SIGQUIT' : 'SIGINT');
    await pause(100);
  }
  for (let i = 0; i < 100; i++) {
    const left = orphans(data);
    if (left.length === 0) break;
    if (i === 0) say(`ending ${left.length} database process(es) left by a run that was killed …`);
    if (i === 0 || i === 30) for (const pid of left) signal(pid, i ? 'SIGKILL' : 'SIGTERM');
    await pause(100);
  }
  fs.rmSync(path.join(data, 'postmaster.pid'), { force: true });
}
