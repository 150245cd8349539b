// Two web processes on one database: what is pushed to either is pulled from either, in one order, and one killed loses nothing.
import { fork } from 'node:child_process';
import path from 'node:path';
import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { ensureBuild, ROOT } from './install.mjs';
import { pullAll } from './pull-all.mjs';
import { person } from './test-records.mjs';
import { withServer } from './with-server.mjs';

const record = (kind, body) => ({ ...person('', 'two'), kind, body });

describe('two web processes on one database', () => {
  it('give one book in one order; when one is killed nothing told stored is lost or doubled', async () => {
    ensureBuild();
    await withServer(async (one, { url }) => {
      const child = fork(path.join(ROOT, 'scripts/web.mjs'), ['127.0.0.1', '', '4500'], {
        env: { ...process.env, DATABASE_URL: url },
        stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
      });
      const { port } = await new Promise((ready, fail) => {
        child.once('message', ready);
        child.once('exit', (code) => fail(new Error(`the second server ended with ${code}`)));
      });
      const two = `http://127.0.0.1:${port}`;
      const get = (address) => async (at) => (await fetch(`${address}${at}`)).json();
      const there = await pullAll(get(one));
      const protocol = there.find((r) => r.kind === 'protocol').id;
      const surveys = [v7(), v7()].map((id) => ({
        ...record('survey', { name: `Two ${id.slice(-4)}`, kind: 'every-tree', protocol, place: null }),
        id,
        entity: id,
      }));
      const tree = (i) => record('tree', { survey: surveys[i % 2].id, plot: null, tag: `${i}`, species: null });
      const batches = [surveys, ...Array.from({ length: 40 }, (_, i) => Array.from({ length: 50 }, (_, j) => tree(i * 50 + j)))];
      const told = new Set();
      const push = async (address, records) => {
        const headers = { 'content-type': 'application/json', 'x-arbolito': 'test' };
        const { answers } = await (
          await fetch(`${address}/api/v1/sync`, { method: 'POST', headers, body: JSON.stringify({ records }) })
        ).json();
        for (const a of answers) if (a.status === 'stored' || a.status === 'known') told.add(a.id);
      };
      await push(one, batches[0]);
      // every batch to both at once, from four devices; the second is killed on the way
      const left = batches.slice(1);
      const device = async (address) => {
        for (let next = left.pop(); next; next = left.pop())
          await Promise.allSettled([push(address, next), push(address === one ? two : one, next)]);
      };
      const devices = Promise.allSettled([device(one), device(two), device(one), device(two)]);
      while (told.size < 600) await new Promise((r) => setTimeout(r, 5));
      child.kill('SIGKILL');
      await devices;
      // what the killed one did not answer is sent once more
      for (const batch of batches) await push(one, batch);

      const sent = new Set(batches.flat().map((r) => r.id));
      expect(told).toEqual(sent);
      const now = (await pullAll(get(one))).filter((r) => sent.has(r.id));
      expect(now.map((r) => r.id).sort()).toEqual([...sent].sort());
      for (const survey of surveys) {
        const own = now.filter((r) => r.scope === survey.id);
        expect(own.map((r) => r.seq)).toEqual(own.map((_, i) => i + 1));
        expect(own[0].id).toBe(survey.id);
        const line = (await get(one)(`/api/v1/surveys?holding=${survey.id}`)).surveys;
        expect(line).toMatchObject([{ id: survey.id, trees: own.length - 1, records: own.length, struck: false }]);
      }
    });
  });
});
