// Files that say who is at work in a place: by process and the moment it began, since a number alone may be another's by now.
import fs from 'node:fs';
import path from 'node:path';

/** When a process began, with the boot it belongs to; null when there is no such process. */
function begun(pid) {
  try {
    const stat = fs.readFileSync(`/proc/${pid}/stat`, 'utf8');
    const ticks = stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19];
    return `${ticks}@${fs.readFileSync('/proc/sys/kernel/random/boot_id', 'utf8').trim()}`;
  } catch {
    return null;
  }
}

/** A file's text, never through a link that somebody else put there; null when there is none. */
export function readOwn(file) {
  try {
    const fd = fs.openSync(file, fs.constants.O_RDONLY | fs.constants.O_NOFOLLOW);
    try {
      return fs.readFileSync(fd, 'utf8');
    } finally {
      fs.closeSync(fd);
    }
  } catch {
    return null;
  }
}

/** The process that holds a claim, if it still runs. */
export function holder(file) {
  const [pid, since] = (readOwn(file) ?? '').split(' ');
  return since && begun(pid) === since ? Number(pid) : null;
}

/**
 * Claims a file for this process.
 * @returns the process that has it already, or null when it is ours now
 */
export function claim(file) {
  fs.mkdirSync(path.dirname(file), { recursive: true });
  for (let i = 0; i < 5; i++) {
    const other = holder(file);
    if (other !== null && other !== process.pid) return other;
    fs.rmSync(file, { force: true });
    try {
      fs.writeFileSync(file, `${process.pid} ${begun(process.pid)}`, { flag: 'wx', mode: 0o600 });
      return null;
    } catch (e) {
      if (e.code !== 'EEXIST') throw e;
    }
  }
  return holder(file);
}

/** Gives a claim back, if it is ours. */
export function release(file) {
  if (holder(file) === process.pid) fs.rmSync(file, { force: true });
}
