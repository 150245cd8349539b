// PostgreSQL's own programs to write a database to a file and to read it back.
import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { findPostgres } from './install.mjs';

/** Connection arguments of a PostgreSQL program: an address, or a socket as `cluster.owner` gives it. */
function connectTo(config) {
  if (config.connectionString) return ['-d', config.connectionString];
  return ['-h', config.host, '-p', String(config.port), '-U', config.user, '-d', config.database];
}

function run(program, args) {
  const done = spawnSync(path.join(findPostgres(), program), args, { encoding: 'utf8', maxBuffer: 1 << 26 });
  if (done.error) throw new Error(`${program} could not be run: ${done.error.message}`);
  if (done.status !== 0) throw new Error(`${program} failed: ${done.stderr.trim().split('\n').slice(0, 3).join(' ')}`);
}

/** Writes a database to a file: everything but what follows from the records, which is made anew. */
export const dumpTo = (config, file) =>
  run('pg_dump', [...connectTo(config), '-Fc', '--no-owner', '--no-privileges', '--exclude-table-data=derived.*', '-f', file]);

/** Reads such a file into a database, all of it or nothing. @param clean whether tables of these names are there and are replaced */
export const restoreFrom = (config, file, clean = false) =>
  run('pg_restore', [
    ...connectTo(config),
    '--no-owner',
    '--no-privileges',
    '--single-transaction',
    '--exit-on-error',
    ...(clean ? ['--clean', '--if-exists'] : []),
    file,
  ]);
