// The web server's process killed while devices push: what was told stored is there once, and a batch is whole or not there.
import fs from 'node:fs';
import path from 'node:path';
import pg from 'pg';
import { describe, expect, it } from 'vitest';
import { ensureBuild } from './install.mjs';
import { person } from './test-records.mjs';
import { withServer } from './with-server.mjs';

describe('a web server killed in the middle of a push', () => {
  it('has lost and doubled nothing of what it told stored', async () => {
    ensureBuild();
    await withServer(async (address, { pid, postgres, admin }) => {
      const told = [];
      const batches = Array.from({ length: 60 }, (_, i) => Array.from({ length: 200 }, (_, j) => person(`${i} ${j}`, 'killed')));
      const push = async (records) => {
        const init = {
          method: 'POST',
          headers: { 'content-type': 'application/json', 'x-arbolito': 'test' },
          body: JSON.stringify({ records }),
        };
        const { answers } = await (await fetch(`${address}/api/v1/sync`, init)).json();
        told.push(...answers.filter((a) => a.status === 'stored').map((a) => a.id));
      };
      // three devices at a time, until the process is gone
      const left = [...batches];
      const device = async () => {
        for (let next = left.pop(); next; next = left.pop()) await push(next);
      };
      const devices = Promise.allSettled([device(), device(), device()]);
      while (told.length < 1000) await new Promise((r) => setTimeout(r, 5));
      await new Promise((r) => setTimeout(r, 37));
      process.kill(pid, 'SIGKILL');
      await devices;
      expect(left.length).toBeGreaterThan(0);

      const client = new pg.Client(admin);
      await client.connect();
      const rows = async (ids) =>
        (
          await client.query("select r.id from record r join person p on p.id = r.id where r.id = any($1) and r.sent like '%killed%'", [
            ids,
          ])
        ).rows.map((r) => r.id);
      expect((await rows(told)).sort()).toEqual([...told].sort());
      for (const batch of batches) expect([0, batch.length]).toContain((await rows(batch.map((r) => r.id))).length);
      await client.end();

      // its database was left running, as an earlier run's would be
      process.kill(postgres, 'SIGINT');
      while (fs.existsSync(`/proc/${postgres}/cwd`)) await new Promise((r) => setTimeout(r, 100));
      fs.rmSync(path.dirname(path.dirname(admin.host)), { recursive: true, force: true });
    });
  });
});
