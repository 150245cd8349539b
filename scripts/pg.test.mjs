import { spawn } from 'node:child_process';
import fs from 'node:fs';
import net from 'node:net';
import os from 'node:os';
import path from 'node:path';
import { afterAll, afterEach, describe, expect, it } from 'vitest';
import { ensureDatabase } from './database.mjs';
import { freePort, portFree, startPostgres } from './pg.mjs';

const bases = [];
const freshBase = () => {
  const base = path.join(fs.mkdtempSync(path.join(os.tmpdir(), 'arbolito-pg-')), 'cluster');
  fs.chmodSync(path.dirname(base), 0o755);
  bases.push(base);
  return base;
};
const query = async (config, sql) => {
  const { default: pg } = await import('pg');
  const client = new pg.Client(typeof config === 'string' ? { connectionString: config } : config);
  client.on('error', () => {});
  await client.connect();
  const { rows } = await client.query(sql);
  await client.end();
  return rows;
};
/** Whether a process is there and no zombie that nobody has collected yet. */
const runs = (pid) => {
  try {
    return !/^\d+ \(.*\) Z/.test(fs.readFileSync(`/proc/${pid}/stat`, 'utf8'));
  } catch {
    return false;
  }
};
const running = [];
/** Starts a cluster that is stopped after the test whatever happens. */
async function start(base) {
  const cluster = await startPostgres(base);
  running.push(cluster);
  return cluster;
}

afterEach(async () => {
  for (const cluster of running.splice(0)) await cluster.stop();
});
afterAll(() => {
  for (const base of bases) fs.rmSync(path.dirname(base), { recursive: true, force: true });
});

describe('the private cluster', () => {
  it('has a port of its own where two begin at the same moment, and answers as itself', async () => {
    const bases = [freshBase(), freshBase()];
    const clusters = await Promise.all(bases.map(start));
    expect(new Set(clusters.map((c) => c.port)).size).toBe(2);
    for (const [i, cluster] of clusters.entries())
      expect(await query(cluster.admin('postgres'), 'show data_directory')).toEqual([{ data_directory: path.join(bases[i], 'data') }]);
  });

  it('keeps its data over a stop; over the network there is only the role that serves, and it owns nothing', async () => {
    const base = freshBase();
    const first = await start(base);
    const { owner, url } = await ensureDatabase(first, 'arbolito');
    await query(owner, 'create table kept as select 42 as n');
    expect(await query(url, 'select rolsuper, rolcreatedb, rolcreaterole from pg_roles where rolname = current_user')).toEqual([
      { rolsuper: false, rolcreatedb: false, rolcreaterole: false },
    ]);
    await expect(query(url, 'select n from public.kept')).rejects.toThrow(/permission denied/);
    await expect(query(url, 'create table public.mine (n int)')).rejects.toThrow(/permission denied/);
    await expect(query(url.replace(/:[^:@]+@/, ':wrong@'), 'select 1')).rejects.toThrow(/password/);
    for (const role of ['postgres', 'arbolito_owner'])
      await expect(query(url.replace('//arbolito:', `//${role}:`), 'select 1'), role).rejects.toThrow(/no pg_hba.conf entry/);
    await first.stop();
    const second = await start(base);
    const again = await ensureDatabase(second, 'arbolito');
    expect(await query(again.owner, 'select n from kept')).toEqual([{ n: 42 }]);
    // an old password is worth nothing
    await expect(query(again.url.replace(second.password, first.password), 'select 1')).rejects.toThrow(/password/);
    for (const shut of ['data', 'socket']) expect(fs.statSync(path.join(base, shut)).mode & 0o777, shut).toBe(0o700);
  });

  it('takes over a database whose serving role still owned its tables', async () => {
    const cluster = await start(freshBase());
    const { owner } = await ensureDatabase(cluster, 'arbolito');
    await query(
      cluster.admin('arbolito'),
      'grant create on schema public to arbolito; create table old (n int); alter table old owner to arbolito; insert into old values (7)',
    );
    const { url } = await ensureDatabase(cluster, 'arbolito');
    expect(await query(owner, 'select n from old')).toEqual([{ n: 7 }]);
    await expect(query(url, 'drop table public.old')).rejects.toThrow(/permission denied/);
  });

  it('recovers after the postmaster was killed, without losing what was committed', async () => {
    const base = freshBase();
    const first = await start(base);
    const { owner } = await ensureDatabase(first, 'arbolito');
    await query(owner, 'create table kept as select generate_series(1, 1000) as n');
    process.kill(first.pid, 'SIGKILL');
    const second = await start(base);
    expect(await query(second.owner('arbolito'), 'select count(*)::int as n from kept')).toEqual([{ n: 1000 }]);
  });

  it('takes over from a start script that was killed and left its server running', async () => {
    const base = freshBase();
    const code = `const { startPostgres } = await import(${JSON.stringify(path.resolve('scripts/pg.mjs'))});
      const c = await startPostgres(${JSON.stringify(base)}); process.send(c.pid); setInterval(() => {}, 1000);`;
    const child = spawn(process.execPath, ['--input-type=module', '-e', code], { stdio: ['ignore', 'ignore', 'inherit', 'ipc'] });
    const pid = await new Promise((done) => child.once('message', done));
    child.kill('SIGKILL');
    await new Promise((done) => child.once('exit', done));
    expect(runs(pid)).toBe(true);
    const cluster = await start(base);
    expect(await query(cluster.admin('postgres'), 'select 1 as one')).toEqual([{ one: 1 }]);
    expect(runs(pid)).toBe(false);
  });

  it('makes a half-made cluster anew', async () => {
    const base = freshBase();
    fs.mkdirSync(path.join(base, 'data'), { recursive: true });
    fs.writeFileSync(path.join(base, 'data', 'PG_VERSION'), 'half');
    const cluster = await start(base);
    expect(await query(cluster.admin('postgres'), 'select 1 as one')).toEqual([{ one: 1 }]);
  });

  it('gives two copies a server each, on ports of their own', async () => {
    const [a, b] = [await start(freshBase()), await start(freshBase())];
    expect(a.port).not.toBe(b.port);
    await query((await ensureDatabase(a, 'arbolito')).owner, 'create table only_here (n int)');
    await expect(query((await ensureDatabase(b, 'arbolito')).owner, 'select * from only_here')).rejects.toThrow(/does not exist/);
  });
});

describe('ports', () => {
  it('that are taken are passed over', async () => {
    const server = net.createServer();
    await new Promise((done) => server.listen(0, '127.0.0.1', done));
    const { port } = server.address();
    expect(await portFree(port)).toBe(false);
    expect(await freePort(port)).toBeGreaterThan(port);
    await new Promise((done) => server.close(done));
    expect(await portFree(port)).toBe(true);
  });
});
