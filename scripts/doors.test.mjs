// The built application behind its door, tried by what strangers, bad lines and bad requests can do.
import pg from 'pg';
import { describe, expect, it } from 'vitest';
import { makeDoor } from './door.mjs';
import { fuzz } from './fuzz.mjs';
import { asker, isProblem, json, ownServer } from './test-own-server.mjs';
import { person as makePerson } from './test-records.mjs';
import { shoutAt } from './test-requests.mjs';

const server = ownServer();
const ask = asker(server);
const shout = (bytes) => shoutAt(server.address, bytes);
const write = (records, headers = { origin: server.address }) =>
  ask('/api/v1/sync', { method: 'POST', headers: { ...json, ...headers }, body: JSON.stringify({ records }) });
const derive = (whole, headers = {}) =>
  ask('/api/v1/derive', { method: 'POST', headers: { ...json, ...headers }, body: JSON.stringify(whole) });
const person = (name) => makePerson(name, 'doors');
const alive = async () => expect(await server.webPid()).toBe(server.web);

describe('a stranger', () => {
  it('under another name reads nothing, files included', async () => {
    for (const host of ['evil.example', 'evil.example:4321', '127.0.0.1', '127.0.0.1:1', 'localhost.evil.example'])
      for (const path of ['/', '/display.js', '/api/v1/sync?after=0', '/nothing']) isProblem(await ask(path, { headers: { host } }), 421);
    const { port } = new URL(server.address);
    for (const host of [`127.0.0.1:${port}`, `localhost:${port}`, `LOCALHOST:${port}`, `[::1]:${port}`])
      expect((await ask('/', { headers: { host } })).status).toBe(200);
  });
  it('in another tab writes nothing and reads nothing', async () => {
    for (const headers of [
      { origin: 'http://evil.example' },
      { origin: 'null' },
      { origin: server.address.replace('http', 'https') },
      { origin: `${server.address}.evil.example` },
      { origin: server.address, 'sec-fetch-site': 'cross-site' },
      { 'x-arbolito': '1', 'sec-fetch-site': 'same-site' },
      {},
    ]) {
      isProblem(await write([person('Eve')], headers), 403);
      if (Object.keys(headers).length > 0) isProblem(await derive({}, headers), 403);
    }
    isProblem(await ask('/api/v1/sync?after=0', { headers: { 'sec-fetch-site': 'cross-site' } }), 403);
    // our own pages, and a program that says it is one
    for (const headers of [
      { origin: server.address },
      { origin: server.address.replace('127.0.0.1', 'localhost') },
      { 'x-arbolito': 'a script' },
    ])
      expect(JSON.parse((await write([person('Ada')], headers)).text).answers[0].status).toBe('stored');
  });
  it('finds the same headers on every answer', async () => {
    for (const path of ['/', '/measure', '/display.js', '/icon.svg', '/nothing', '/api/v1/openapi.json', '/api/v1/nothing', '/%']) {
      const { headers, text } = await ask(path);
      expect(headers).toMatchObject({ 'x-content-type-options': 'nosniff', 'x-frame-options': 'DENY', 'referrer-policy': 'same-origin' });
      // both hold, where a page that was made beforehand has its own in its head
      const own = /<meta http-equiv="content-security-policy" content="([^"]*)"/i.exec(text)?.[1] ?? '';
      const policy = `${headers['content-security-policy']}; ${own}`;
      expect(headers['content-security-policy'], path).toMatch(/object-src 'none'|default-src 'none'/);
      expect(policy, path).toMatch(/default-src '(self|none)'/);
      expect(policy.match(/script-src[^;]*/)?.[0] ?? '', path).not.toContain('unsafe');
      expect(headers['content-security-policy'], path).toContain("frame-ancestors 'none'");
      expect(headers['cache-control'], path).toMatch(/^no-(cache|store)$/);
      expect(headers['permissions-policy'], path).toMatch(/camera=\(self\), geolocation=\(self\).*serial=\(self\).*microphone=\(\)/);
    }
  });
});

describe('requests that are none', () => {
  it.each([
    ['TRACE', '/', 405],
    ['TRACE', '/api/v1/sync', 405],
    ['POST', '/measure', 405],
    ['DELETE', '/', 405],
    ['PUT', '/api/v1/sync', 405],
    ['PATCH', '/api/v1/derive', 405],
    ['DELETE', '/api/v1/openapi.json', 405],
    ['GET', '/api/v1/derive', 405],
    ['GET', '/_image?href=/icon.svg', 404],
    ['GET', '/_image/x', 404],
    ['GET', '/api/v1/nothing', 404],
    ['GET', '/api', 404],
    ['GET', '/%', 400],
    ['GET', '/%E0%A4%A', 400],
    ['GET', '//evil.example/', 400],
    ['GET', '/%00', 400],
    ['GET', '/api/v1/sync?after=%', 400],
    ['GET', '/api/v1/sync?after=1&after=2x', 400],
    ['GET', '/api/v1/sync?__proto__=1&after=0', 400],
    ['GET', '/api/v1/sync?after=99999999999999999999', 400],
  ])('%s %s is answered %i, in words', async (method, path, status) => {
    const answer = await ask(path, { method, headers: method === 'GET' ? {} : { origin: server.address } });
    expect([answer.status, answer.text.slice(0, 200)]).toEqual([status, expect.any(String)]);
    expect(answer.headers['content-type']).toMatch(path === '/api' ? /html|problem/ : /^application\/problem\+json/);
  });
  it('even what is no HTTP at all', async () => {
    expect(await shout('HELLO\r\n\r\n')).toMatch(/^HTTP\/1.1 400 .*\r\n/);
    expect(await shout(`GET / HTTP/1.1\r\nHost: x\r\nA: ${'x'.repeat(40_000)}\r\n\r\n`)).toMatch(/^HTTP\/1.1 431 /);
    expect((await ask('/')).status).toBe(200);
  });
  it('a body too large is refused by its length alone', async () => {
    const { host } = new URL(server.address);
    const head = `POST /api/v1/sync HTTP/1.1\r\nHost: ${host}\r\nX-Arbolito: 1\r\nContent-Type: application/json\r\nConnection: close\r\n`;
    expect(await shout(`${head}Content-Length: 50000000\r\n\r\n`)).toMatch(/^HTTP\/1.1 413 [\s\S]*problem\+json[\s\S]*"status":413/);
    isProblem(await derive({ pad: 'x'.repeat(6_000_000) }), 413);
  });
  it('too many from one address wait', async () => {
    const door = makeDoor((_, res) => res.end('ok'), '127.0.0.1', 0, { points: 20, duration: 60 });
    await new Promise((open) => door.listen(0, '127.0.0.1', open));
    const address = `http://127.0.0.1:${door.address().port}`;
    const statuses = [];
    for (let i = 0; i < 30; i++) statuses.push((await ask('/', { address, headers: { host: '127.0.0.1:0' } })).status);
    expect(statuses.filter((s) => s === 200)).toHaveLength(20);
    expect((await ask('/', { address })).headers['retry-after']).toMatch(/^\d+$/);
    await new Promise((done) => door.close(done));
  });
});

describe('a database connection lost', () => {
  it('in the middle of a push is a 503 and no more: what was told stored is there, once', async () => {
    const admin = new pg.Client(server.admin);
    await admin.connect();
    const told = [];
    let lost = 0;
    for (let round = 0; round < 8; round++) {
      const batch = Array.from({ length: 800 }, (_, i) => person(`${round} ${i}`));
      const pushed = write(batch);
      let done = false;
      pushed.finally(() => {
        done = true;
      });
      // ended as soon as one is at work in a transaction, a little later each round
      for (let left = round; !done; ) {
        const busy = await admin.query("select pid from pg_stat_activity where usename = 'arbolito' and state <> 'idle'");
        if (busy.rowCount > 0 && left-- <= 0) {
          await admin.query("select pg_terminate_backend(pid) from pg_stat_activity where usename = 'arbolito'");
          break;
        }
      }
      const answer = await pushed;
      await alive();
      if (answer.status === 503) {
        isProblem(answer, 503);
        lost++;
        // sent again, as a device does
        const again = JSON.parse((await write(batch)).text).answers.map((a) => a.status);
        expect(again.every((s) => s === 'stored' || s === 'known')).toBe(true);
        told.push(...batch.map((r) => r.id));
      } else {
        expect(answer.status).toBe(200);
        told.push(...JSON.parse(answer.text).answers.flatMap((a) => (a.status === 'stored' ? [a.id] : [])));
      }
    }
    expect(lost).toBeGreaterThan(0);
    const { rows } = await admin.query('select count(*)::int as n from record r join person p on p.id = r.id where r.id = any($1)', [told]);
    expect(rows[0].n).toBe(8 * 800);
    expect(told).toHaveLength(8 * 800);
    await admin.end();
  });
});

describe('whatever is sent', () => {
  it('is answered in words or carried out: no 5xx, no end, neighbours stored, nothing changed by a refusal', async () => {
    const seen = await fuzz(server.address, { seed: Number(process.env.FC_SEED ?? 20261125), requests: 1200 });
    expect(seen.wrong).toEqual([]);
    expect(seen.requests).toBeGreaterThan(1200);
    for (const status of [200, 400, 404, 405]) expect(seen.statuses[status], `answers of ${status}`).toBeGreaterThan(10);
    expect(seen.records.refused).toBeGreaterThan(100);
    expect(seen.records.stored).toBeGreaterThan(1000);
    expect(seen.longest).toBeLessThan(60_000);
    await alive();
  });
});
