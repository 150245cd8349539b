// The built application asked for more than it can do at once.
import pg from 'pg';
import { describe, expect, it } from 'vitest';
import { asker, isProblem, json, ownServer, resultsOf } from './test-own-server.mjs';
import { withServer } from './with-server.mjs';

const server = ownServer();
const ask = asker(server);
const derive = (whole) => ask('/api/v1/derive', { method: 'POST', headers: json, body: JSON.stringify(whole) });

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
    const query = (confidence) => `?confidence=${confidence}&errors=0.0001,10`;
    const first = await (await resultsOf(server, id, query(95))).json();
    const levels = Array.from({ length: 200 }, (_, i) => 50 + i / 5);
    const answers = await Promise.all(levels.map((level) => ask(`/api/v1/surveys/${id}/results${query(level)}`)));
    expect(answers.map((a) => a.status)).toEqual(levels.map(() => 200));
    expect(answers.map((a) => JSON.parse(a.text).confidence)).toEqual(levels.map((l) => expect.closeTo(l, 9)));
    expect(first.stand.needed.map((n) => n.beyond || n.plots === null || n.plots >= 2)).toEqual([true, true]);
    const admin = new pg.Client(server.admin);
    await admin.connect();
    const { rows } = await admin.query('select count(*)::int as n from derived.survey_answer where scope = $1', [id]);
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
