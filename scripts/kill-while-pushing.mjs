// Devices that push to a server while its processes are killed, for the tests and npm run reliability.
import pg from 'pg';
import { chance } from './chance.mjs';
import { pause } from './left-over.mjs';
import { person } from './test-records.mjs';

const DEVICES = 3;
const BATCH = 200;

/** Whether there was such a process to kill: the next one may not have begun yet. */
function end(pid) {
  try {
    return process.kill(pid, 'SIGKILL');
  } catch {
    return false;
  }
}

/**
 * Pushes batches from several devices, each until it is answered, while processes are killed.
 * @param server as withServer gives it
 * @param kills how often, by turns the web server's process and the database's connections; `seed` of the moments
 * @returns kills by what was killed; records that were told stored and are not there, or there twice; batches stored in part
 */
export async function pushWhileKilling(address, { webPid, admin }, { kills, seed }) {
  const random = chance(seed);
  const owner = new pg.Client(admin);
  owner.on('error', () => {});
  await owner.connect();
  const told = new Set();
  const batches = [];
  let over = false;
  const device = async () => {
    while (!over) {
      const records = Array.from({ length: BATCH }, (_, i) => person(`${batches.length} ${i}`, 'killed'));
      batches.push(records.map((r) => r.id));
      const init = {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'x-arbolito': 'test' },
        body: JSON.stringify({ records }),
      };
      for (;;) {
        const answer = await fetch(`${address}/api/v1/sync`, init).catch(() => null);
        if (answer?.status === 200) {
          const { answers } = await answer.json().catch(() => ({ answers: null }));
          if (answers === null) continue;
          for (const a of answers) if (a.status === 'stored' || a.status === 'known') told.add(a.id);
          break;
        }
        await pause(50);
      }
    }
  };
  const devices = Array.from({ length: DEVICES }, device);
  const killed = { web: 0, connection: 0 };
  for (let i = 0; i < kills; i++) {
    // each at another moment of a push, and only once devices were answered again
    const before = told.size;
    while (told.size < before + BATCH) await pause(5);
    await pause(random() * 200);
    if (i % 2 === 0) {
      while (!end(await webPid())) await pause(5);
      killed.web++;
    } else {
      await owner.query("select pg_terminate_backend(pid) from pg_stat_activity where usename = 'arbolito'");
      killed.connection++;
    }
  }
  over = true;
  await Promise.all(devices);
  const { rows } = await owner.query(
    `select r.id, count(*)::int as n from record r join person p on p.id = r.id where r.device = 'killed' group by r.id`,
  );
  await owner.end();
  const there = new Map(rows.map((r) => [r.id, r.n]));
  return {
    kills: killed,
    records: told.size,
    lost: [...told].filter((id) => !there.has(id)).length,
    doubled: [...there.values()].filter((n) => n > 1).length,
    halves: batches.filter((ids) => new Set(ids.map((id) => there.has(id))).size > 1).length,
  };
}
