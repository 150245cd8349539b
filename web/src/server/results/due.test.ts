import { PRESETS } from '@arbolito/core';
import { v7 } from 'uuid';
import { afterAll, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import { manyTrees } from '../../../../scripts/many-trees';
import { push } from '../sync-service';
import { testDatabase } from '../test-database';
import { claimDue, failDue, failureOf, finishDue, nextDue, noteDue } from './due';
import { rebuildAll } from './rebuild';
import { surveyResults } from './service';

let t: Awaited<ReturnType<typeof testDatabase>>;
beforeAll(async () => {
  t = await testDatabase();
});
beforeEach(() => t.pool.query('delete from derived.due'));
afterAll(() => t.drop());

/** As if so many seconds had gone by. */
const later = (seconds: number) =>
  t.pool.query(`update derived.due set next = next - $1 * interval '1 second', claimed = claimed - $1 * interval '1 second'`, [seconds]);

describe('what is due', () => {
  it('is noted with the records that ask for it, once a survey, and taken up by one alone', async () => {
    const { records, survey } = manyTrees(3, PRESETS['forest-metric'].options);
    await push(t.db, records);
    await push(t.db, [...records]);
    expect(await nextDue(t.db)).toBeLessThanOrEqual(0);
    const [one, other] = await Promise.all([claimDue(t.db), claimDue(t.db)]);
    expect([one, other].filter((d) => d !== null)).toEqual([{ scope: survey, wanted: 1, tries: 0 }]);
    expect(await claimDue(t.db)).toBeNull();
    await finishDue(t.db, (one ?? other) as NonNullable<typeof one>);
    expect(await nextDue(t.db)).toBeNull();
  });
  it('is due again where something new came meanwhile', async () => {
    const scope = v7();
    await noteDue(t.db, [scope, 'shared', scope]);
    const claimed = await claimDue(t.db);
    await noteDue(t.db, [scope]);
    if (claimed) await finishDue(t.db, claimed);
    expect(await claimDue(t.db)).toEqual({ scope, wanted: 2, tries: 0 });
  });
  it('is taken up again when whoever worked at it is gone', async () => {
    const scope = v7();
    await noteDue(t.db, [scope]);
    await claimDue(t.db);
    expect(await claimDue(t.db)).toBeNull();
    await later(121);
    expect(await claimDue(t.db)).toMatchObject({ scope });
  });
  it('is tried again with growing pauses where it failed, says why, and keeps nobody else', async () => {
    const [bad, good] = [v7(), v7()];
    await noteDue(t.db, [bad]);
    await noteDue(t.db, [good]);
    const pauses: number[] = [];
    for (let i = 0; i < 12; i++) {
      expect(await claimDue(t.db)).toMatchObject({ scope: bad, tries: i });
      if (i === 0) expect(await claimDue(t.db)).toMatchObject({ scope: good });
      await failDue(t.db, bad, `reason ${i} ${'x'.repeat(1000)}`);
      const failed = await failureOf(t.db, bad);
      expect(failed).toMatchObject({ tries: i + 1, why: expect.stringMatching(new RegExp(`^reason ${i} x+$`)) });
      expect(failed?.why.length).toBe(300);
      const left = (await nextDue(t.db)) as number;
      pauses.push(Math.round(left / 1000));
      if (i === 0) await t.pool.query('delete from derived.due where scope = $1', [good]);
      await later(left / 1000 + 0.01);
      expect(await failureOf(t.db, bad)).toBeNull();
    }
    expect(pauses.slice(0, 5)).toEqual([5, 10, 20, 40, 80]);
    expect(Math.max(...pauses)).toBe(3600);
    // something new may be what mends it
    await failDue(t.db, bad, 'once more');
    await noteDue(t.db, [bad]);
    expect(await nextDue(t.db)).toBeLessThanOrEqual(30_000);
    await later(30.1);
    const claimed = await claimDue(t.db);
    if (claimed) await finishDue(t.db, claimed);
    expect(await nextDue(t.db)).toBeNull();
  });
});

/** Makes the trees of a survey what the checks would never let in: they can't even be read. */
async function breakOff(survey: string): Promise<void> {
  await t.owner.query('alter table record disable trigger user');
  await t.owner.query("update record set sent = 'not json' where scope = $1 and kind = 'tree'", [survey]);
  await t.owner.query('alter table record enable trigger user');
}

describe('a rebuild', () => {
  it('tells of a survey that fails, and makes the others', async () => {
    const surveys = [1, 2, 3].map(() => manyTrees(3, PRESETS['forest-metric'].options));
    for (const { records } of surveys) await push(t.db, records);
    const broken = surveys[1]?.survey as string;
    await breakOff(broken);
    const failed: string[] = [];
    const made = new Set<string>();
    await rebuildAll(t.url, { trees: (name) => void made.add(name), failed: (name, why) => void failed.push(`${name}: ${why}`) }).catch(
      (e) => failed.push(`all: ${e.message}`),
    );
    expect(failed).toHaveLength(1);
    expect(failed[0]).toMatch(/^Bench: .*JSON/);
    const { rows } = await t.pool.query('select scope from derived.survey_state where cursor is not null order by scope');
    expect(rows.map((r) => r.scope)).toEqual(expect.arrayContaining([surveys[0]?.survey, surveys[2]?.survey]));
  });
});

describe('a survey that fails', () => {
  it('is answered with why and when next; however many ask at once, that is one try', async () => {
    const { records, survey } = manyTrees(3, PRESETS['forest-metric'].options);
    await push(t.db, records);
    await breakOff(survey);
    vi.stubEnv('DATABASE_URL', t.url);
    const asked = { confidence: 0.95, errors: [], intervals: 'sampling', units: null } as const;
    const answers = await Promise.all([1, 2, 3, 4, 5].map(() => surveyResults(t.db, survey, asked)));
    const failed = { tries: 1, why: expect.stringMatching(/JSON/), next: expect.any(String) };
    expect(answers).toEqual(answers.map(() => expect.objectContaining({ failed })));
    // until the next try nobody tries
    expect(await surveyResults(t.db, survey, { ...asked, confidence: 0.9 })).toMatchObject({ failed });
    vi.unstubAllEnvs();
  });
});
