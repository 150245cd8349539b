import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { Busy, Ended, Threads } from './threads';

const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'arbolito-threads-'));
const file = path.join(folder, 'work.mjs');
fs.writeFileSync(
  file,
  `export default async ({ ms = 0, fail, end, say }) => {
    if (fail) throw new Error(fail);
    if (end) process.exit(3);
    await new Promise((r) => setTimeout(r, ms));
    return say;
  }`,
);
const begun: Threads[] = [];
const threads = (more: object) => {
  const made = new Threads({ file, threads: 1, idleMs: 1000, oldMb: 64, ...more });
  begun.push(made);
  return made;
};
afterAll(async () => {
  for (const t of begun) await t.end();
  fs.rmSync(folder, { recursive: true });
});

describe('worker threads behind a queue', () => {
  it('refuse a task where too many wait, and say how many', async () => {
    const t = threads({ waiting: 2 });
    const first = [t.run({ ms: 300, say: 1 }), t.run({ say: 2 }), t.run({ say: 3 })];
    const refused = (await t.run({ say: 4 }).catch((e) => e)) as Busy;
    expect(refused).toBeInstanceOf(Busy);
    expect(refused.waiting).toBe(2);
    expect(await Promise.all(first)).toEqual([1, 2, 3]);
    expect(await t.run({ say: 5 })).toBe(5);
  });
  it('end a task at its limit, counted from the start of its work; what was refused or is done has no timer left', async () => {
    const t = threads({ waiting: 5, limitMs: 3000 });
    await t.run({ say: 0 });
    // together they take longer than the limit, each by itself does not
    expect(await Promise.all([0, 1, 2].map((say) => t.run({ ms: 1200, say })))).toEqual([0, 1, 2]);
    const long = t.run({ ms: 60_000 }).catch((e) => e);
    const many = Array.from({ length: 12 }, () => t.run({ say: 7 }).catch((e) => e));
    expect(await long).toBeInstanceOf(Ended);
    const answers = await Promise.all(many);
    expect(answers.filter((a) => a === 7)).toHaveLength(5);
    expect(answers.filter((a) => a instanceof Busy)).toHaveLength(7);
    await new Promise((r) => setTimeout(r, 3100));
    expect(await t.run({ say: 8 })).toBe(8);
  });
  it('begin those of a higher priority first', async () => {
    const t = threads({});
    const order: number[] = [];
    const run = (say: number, priority: number) => t.run({ ms: 5, say }, priority).then(() => order.push(say));
    await Promise.all([run(0, 0), run(1, 0), run(2, 1), run(3, 0), run(4, 1)]);
    expect(order).toEqual([0, 2, 4, 1, 3]);
  });
  it('go on after a fault: of a task, and of a thread that ended', async () => {
    const t = threads({});
    await expect(t.run({ fail: 'a fault' })).rejects.toThrow('a fault');
    expect(await t.run({ say: 1 })).toBe(1);
    await expect(t.run({ end: true })).rejects.toThrow();
    expect(await t.run({ say: 2 })).toBe(2);
  });
});
