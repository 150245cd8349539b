// Restoring a book to an earlier day, as a person would: written while it runs, read back, and devices are told.
import { spawn } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { ensureBuild, ROOT } from './install.mjs';
import { person } from './test-records.mjs';

// below /tmp, through whose parents the database's user may walk
const home = fs.mkdtempSync(path.join(os.tmpdir(), 'arbolito-restore-'));
fs.chmodSync(home, 0o711);
afterAll(() => fs.rmSync(home, { recursive: true, force: true }));
const env = { ...process.env, ARBOLITO_DATA: path.join(home, 'pg'), DATABASE_URL: '', PORT: '' };

const run = (script, ...args) =>
  new Promise((done) => {
    const child = spawn(process.execPath, [path.join(ROOT, 'scripts', script), ...args], { env });
    let said = '';
    for (const out of [child.stdout, child.stderr])
      out.on('data', (d) => {
        said += d;
      });
    child.once('exit', (code) => done({ code, said }));
  });

/** Runs the application while `work(address)` does. */
async function whileOpen(work) {
  const child = spawn(process.execPath, [path.join(ROOT, 'scripts/start.mjs')], { env });
  const address = await new Promise((open, fail) => {
    let said = '';
    child.stdout.on('data', (d) => {
      said += d;
      const [found] = /http:\/\/[\d.]+:\d+/.exec(said) ?? [];
      if (found) open(found);
    });
    child.once('exit', () => fail(new Error(said)));
  });
  try {
    return await work(address);
  } finally {
    const ended = new Promise((r) => child.once('exit', r));
    child.kill('SIGINT');
    await ended;
  }
}
const push = async (address, records) => {
  const init = { method: 'POST', headers: { 'content-type': 'application/json', 'x-arbolito': 'test' }, body: JSON.stringify({ records }) };
  return (await (await fetch(`${address}/api/v1/sync`, init)).json()).answers;
};
const pull = (address, after) => fetch(`${address}/api/v1/sync?scope=shared&limit=1000${after ? `&after=${after}` : ''}`);

describe('npm run dump and npm run restore', () => {
  it('put the book back to an earlier day, keep the one of before, and give it a new id', async () => {
    ensureBuild();
    const file = path.join(home, 'book.dump');
    const [early, late] = [person('Early', 'restore'), person('Late', 'restore')];
    const cursor = await whileOpen(async (address) => {
      await push(address, [early]);
      expect(await run('dump.mjs', file)).toMatchObject({ code: 0, said: expect.stringContaining(file) });
      expect(await run('dump.mjs', file)).toMatchObject({ code: 1, said: expect.stringContaining('is there already') });
      expect(await run('restore.mjs', file)).toMatchObject({ code: 1, said: expect.stringContaining('already running') });
      await push(address, [late]);
      const page = await (await pull(address)).json();
      expect(page.records.map((r) => r.id)).toEqual(expect.arrayContaining([early.id, late.id]));
      return page.next;
    });
    expect(await run('restore.mjs', path.join(home, 'nothing'))).toMatchObject({ code: 1, said: expect.stringContaining('no file') });
    fs.writeFileSync(path.join(home, 'spoiled'), 'not a dump');
    expect(await run('restore.mjs', path.join(home, 'spoiled'))).toMatchObject({ code: 1, said: expect.stringContaining('is as it was') });
    expect(await run('restore.mjs', file)).toMatchObject({
      code: 0,
      said: expect.stringMatching(/\d+ records are restored[\s\S]*arbolito_before_\d{14}/),
    });
    await whileOpen(async (address) => {
      const page = await (await pull(address)).json();
      const there = page.records.map((r) => r.id);
      expect(there).toContain(early.id);
      expect(there).not.toContain(late.id);
      expect((await pull(address, cursor)).status).toBe(409);
      expect(page.next.slice(0, 36)).not.toBe(cursor.slice(0, 36));
      // what a device still has comes back
      expect(await push(address, [late])).toMatchObject([{ status: 'stored' }]);
    });
  });
});
