// The built application behind its door, tried by what strangers, bad lines and bad requests can do.
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { makeDoor } from './door.mjs';
import { fuzz } from './fuzz.mjs';
import { ensureBuild } from './install.mjs';
import { person as makePerson } from './test-records.mjs';
import { askRaw, shoutAt } from './test-requests.mjs';
import { withServer } from './with-server.mjs';

let server;
let end;
beforeAll(async () => {
  ensureBuild();
  await new Promise((ready) => {
    const running = withServer(async (address, started) => {
      server = { address, ...started, web: await started.webPid() };
      await new Promise((stop) => {
        end = stop;
        ready();
      });
    });
    afterAll(async () => {
      end?.();
      await running;
    });
  });
});

const ask = (path, init = {}) => askRaw(path, { address: server.address, ...init });
const shout = (bytes) => shoutAt(server.address, bytes);
const json = { 'content-type': 'application/json' };
const write = (records, headers = { origin: server.address }) =>
  ask('/api/v1/sync', { method: 'POST', headers: { ...json, ...headers }, body: JSON.stringify({ records }) });
const derive = (whole, headers = {}) =>
  ask('/api/v1/derive', { method: 'POST', headers: { ...json, ...headers }, body: JSON.stringify(whole) });
const person = (name) => makePerson(name, 'doors');
const isProblem = ({ status, headers, text }, expected) => {
  expect(status).toBe(expected);
  expect(headers['content-type']).toBe('application/problem+json');
  expect(JSON.parse(text)).toMatchObject({
    status: expected,
    title: expect.any(String),
    detail: expect.stringMatching(/\w+ .*\w+/),
    errors: [],
  });
};
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

describe('one request, however heavy', () => {
  const reading = { kind: 'distance', value: 22, unit: 'm', along: 'level', to: 'axis' };
  const tip = { kind: 'angle', target: 'tip', value: 41.5, scale: 'degree' };
  const base = { kind: 'angle', target: 'base', value: -4, scale: 'degree' };
  const whole = (trees) => ({ preset: 'forest-metric', trees });
  const many = whole(
    Array.from({ length: 5000 }, (_, i) => ({ id: String(i), readings: [reading, { ...tip, value: 20 + (i % 50) }, base] })),
  );

  it('is answered while others are served', async () => {
    let done = false;
    const heavy = derive(many).then((a) => {
      done = true;
      return a;
    });
    for (let i = 0; i < 10; i++) expect((await ask('/api/v1/openapi.json')).status).toBe(200);
    expect(JSON.parse((await derive(whole([{ readings: [reading, tip, base] }]))).text).trees[0].ok).toBe(true);
    expect(done).toBe(false);
    const { trees } = JSON.parse((await heavy).text);
    expect(trees).toHaveLength(5000);
    expect(trees.every((t) => t.ok && t.result.height.value > 0)).toBe(true);
  });
  it.each([
    ['400,000 unknown fields in one tree', () => whole([Object.fromEntries(Array.from({ length: 400_000 }, (_, i) => [`x${i}`, 1]))]), 200],
    [
      '5,000 wrong trees',
      () =>
        whole(Array.from({ length: 5000 }, () => ({ readings: Array.from({ length: 4 }, () => ({ ...tip, value: 'x', scale: 'y' })) }))),
      200,
    ],
    [
      '99 trunks a tree',
      () =>
        whole(
          Array.from({ length: 200 }, () => ({
            readings: Array.from({ length: 99 }, (_, i) => ({ kind: 'trunk', stem: String(i), trunk: { slope: 10 } })),
          })),
        ),
      400,
    ],
    [
      'more readings than one request holds',
      () => whole(Array.from({ length: 150 }, () => ({ readings: Array.from({ length: 199 }, () => tip) }))),
      400,
    ],
  ])('%s: the answer is no larger than a few times the question', async (_, make, status) => {
    const question = JSON.stringify(make());
    const answer = await ask('/api/v1/derive', { method: 'POST', headers: json, body: question });
    expect(answer.status).toBe(status);
    expect(answer.text.length).toBeLessThan(5 * question.length + 20_000);
    if (status === 400)
      expect(JSON.parse(answer.text).errors[0]).toMatchObject({ field: 'trees', allowed: expect.stringMatching(/^at most \d+/) });
  });
  it('deep nesting is refused, a hundred thousand levels of it', async () => {
    const body = `{"preset":"street","trees":[${'['.repeat(100_000)}${']'.repeat(100_000)}]}`;
    const answer = await ask('/api/v1/derive', { method: 'POST', headers: json, body });
    expect(answer.status).toBe(200);
    expect(JSON.parse(answer.text).trees[0].ok).toBe(false);
    const records = `{"records":[${'{"body":'.repeat(100_000)}1${'}'.repeat(100_000)}]}`;
    expect(
      JSON.parse((await ask('/api/v1/sync', { method: 'POST', headers: { ...json, 'x-arbolito': '1' }, body: records })).text).answers[0]
        .status,
    ).toBe('refused');
  });
  it('a hundred small ones at one moment are all answered, and the server lives past their time limit', async () => {
    await withServer(
      async (address, { webPid }) => {
        const before = await webPid();
        const body = JSON.stringify(whole([{ readings: [reading, tip, base] }]));
        const post = () => ask('/api/v1/derive', { method: 'POST', headers: json, body, address });
        const answers = await Promise.all(Array.from({ length: 100 }, post));
        expect(answers.map((a) => a.status)).toEqual(answers.map(() => 200));
        await new Promise((r) => setTimeout(r, 2500));
        // more than may wait: those that are refused hear how many wait and when to ask again
        const many = await Promise.all(Array.from({ length: 1400 }, post));
        const refused = many.filter((a) => a.status !== 200);
        expect(refused.length).toBeGreaterThan(0);
        for (const a of refused) {
          isProblem(a, 503);
          expect([JSON.parse(a.text).detail, a.headers['retry-after']]).toEqual([
            expect.stringMatching(/^1000 requests wait already/),
            '5',
          ]);
        }
        await new Promise((r) => setTimeout(r, 2500));
        expect(await webPid()).toBe(before);
        expect((await post()).status).toBe(200);
      },
      { ARBOLITO_DERIVE_MS: '2000' },
    );
  });
  it('large ones wait in a queue of their own: all are answered, and small ones do not wait for them', async () => {
    const large = JSON.stringify(whole(many.trees.map((t) => ({ ...t, id: `${t.id} ${'x'.repeat(90)}` }))));
    expect(large.length).toBeGreaterThan(1_500_000);
    let answered = 0;
    const all = Array.from({ length: 8 }, async () => {
      const { status } = await ask('/api/v1/derive', { method: 'POST', headers: json, body: large });
      answered++;
      return status;
    });
    for (let i = 0; i < 5; i++) expect((await derive(whole([{ readings: [reading, tip, base] }]))).status).toBe(200);
    expect(answered).toBeLessThan(8);
    expect(await Promise.all(all)).toEqual(Array(8).fill(200));
  });
  it('with as many readings as it may hold is answered, however they go together', async () => {
    const direct = (i) => ({ kind: 'direct-height', target: 'tip', value: 20 + i * 0.01, unit: 'm', station: String(i) });
    const trees = Array.from({ length: 100 }, () => ({ readings: Array.from({ length: 200 }, (_, i) => direct(i)) }));
    const answer = await derive(whole(trees));
    expect(answer.status).toBe(200);
    expect(JSON.parse(answer.text).trees.every((t) => t.ok && t.result.height.agreement.determinations === 200)).toBe(true);
  });
  it('for figures at two hundred confidence levels is worked out once', async () => {
    const { surveys } = JSON.parse((await ask('/api/v1/surveys')).text);
    const { id } = surveys.find((s) => s.name === 'Monte Umbrío');
    const results = (confidence) => ask(`/api/v1/surveys/${id}/results?confidence=${confidence}&errors=0.0001,10`);
    let first;
    for (let i = 0; i < 100 && first?.status !== 200; i++) {
      first = await results(95);
      if (first.status === 202) await new Promise((r) => setTimeout(r, 200));
    }
    const levels = Array.from({ length: 200 }, (_, i) => 50 + i / 5);
    const answers = await Promise.all(levels.map(results));
    expect(answers.map((a) => a.status)).toEqual(levels.map(() => 200));
    expect(answers.map((a) => JSON.parse(a.text).confidence)).toEqual(levels.map((l) => expect.closeTo(l, 9)));
    expect(JSON.parse(first.text).stand.needed.map((n) => n.beyond || n.plots === null || n.plots >= 2)).toEqual([true, true]);
    const admin = new pg.Client(server.admin);
    await admin.connect();
    const { rows } = await admin.query('select count(*)::int as n from derived.survey_result where scope = $1', [id]);
    await admin.end();
    expect(rows[0].n).toBe(1);
  });
  it('is ended at its time limit, and does not keep the server from ending when it is asked to', async () => {
    let code;
    await withServer(
      async (address, { pid }) => {
        const post = (w) => ask('/api/v1/derive', { method: 'POST', headers: json, body: JSON.stringify(w), address });
        isProblem(await post(many), 422);
        // its thread was ended with it; the next one may take longer than that to begin on a busy machine
        let small;
        for (let i = 0; i < 60 && small?.status !== 200; i++) small = await post(whole([{ readings: [reading, tip, base] }]));
        expect(small.status).toBe(200);
        const heavy = [1, 2, 3, 4].map(() => post(many).catch(() => null));
        await new Promise((r) => setTimeout(r, 500));
        process.kill(pid, 'SIGTERM');
        await Promise.all(heavy);
        for (let i = 0; i < 600; i++) {
          try {
            process.kill(pid, 0);
          } catch {
            code = 'ended';
            break;
          }
          await new Promise((r) => setTimeout(r, 100));
        }
      },
      { ARBOLITO_DERIVE_MS: '1000' },
    );
    expect(code).toBe('ended');
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
