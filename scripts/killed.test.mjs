// Processes killed while devices push: what was told stored is there once, a batch is whole or not there, and devices go on.
import fs from 'node:fs';
import path from 'node:path';
import pg from 'pg';
import { describe, expect, it } from 'vitest';
import { ensureBuild } from './install.mjs';
import { pushWhileKilling } from './kill-while-pushing.mjs';
import { withServer } from './with-server.mjs';

describe('killed in the middle of a push', () => {
  it('the web server and a connection of its database lose and double nothing, and the web server is begun anew', async () => {
    ensureBuild();
    await withServer(async (address, server) => {
      const before = await server.webPid();
      const seen = await pushWhileKilling(address, server, { kills: 6, seed: 20261125 });
      expect(seen).toMatchObject({ lost: 0, doubled: 0, halves: 0 });
      expect(seen.kills).toEqual({ web: 3, connection: 3 });
      expect(await server.webPid()).not.toBe(before);
      expect((await fetch(address)).status).toBe(200);
    });
  });
  it('a starter ends with its web server; its database is found by the next start', async () => {
    await withServer(async (address, { pid, webPid, postgres, admin }) => {
      const web = await webPid();
      process.kill(pid, 'SIGKILL');
      while (fs.existsSync(`/proc/${web}/cwd`)) await new Promise((r) => setTimeout(r, 50));
      await expect(fetch(address)).rejects.toThrow();
      const client = new pg.Client(admin);
      await client.connect();
      expect((await client.query('select count(*)::int as n from record')).rows[0].n).toBeGreaterThan(1000);
      await client.end();
      process.kill(postgres, 'SIGINT');
      while (fs.existsSync(`/proc/${postgres}/cwd`)) await new Promise((r) => setTimeout(r, 100));
      fs.rmSync(path.dirname(path.dirname(admin.host)), { recursive: true, force: true });
    });
  });
});
