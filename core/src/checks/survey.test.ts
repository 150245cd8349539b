import { describe, expect, it } from 'vitest';
import { Stream } from '../practice/chance';
import { expectShare } from '../practice/test-rates';
import { type Metres, metres } from '../units';
import { checkSurvey, type SurveyedTree } from './survey';

/** A stand whose heights follow their diameters as stands do, with the spread of stands. */
function stand(s: Stream, n: number): SurveyedTree[] {
  return Array.from({ length: n }, (_, i) => {
    const d = s.between(0.1, 0.6);
    const height = 1.3 + 26 * (1 - Math.exp(-5 * d)) * Math.exp(s.normal(0.09));
    return { id: `t${i}`, tag: `${i + 1}`, plot: 'P1', species: 'pine', dbh: metres(d), height: metres(height), read: `${d} ${height}` };
  });
}
const codesOf = (trees: readonly SurveyedTree[], id: string) => (checkSurvey(trees, 'metric').get(id) ?? []).map((f) => f.code);

describe('what a survey’s trees say of each other', () => {
  it('clean stands are left in peace', () => {
    const s = new Stream(5);
    let [alarms, all] = [0, 0];
    for (let k = 0; k < 60; k++) {
      const trees = stand(s, 20 + 3 * k);
      alarms += checkSurvey(trees, 'metric').size;
      all += trees.length;
    }
    expectShare(alarms, all, { to: 0.004 });
  });
  it('a girth for a diameter stands off the curve, once twenty trees have both', () => {
    const s = new Stream(6);
    let found = 0;
    for (let k = 0; k < 200; k++) {
      const trees = stand(s, 30).map((t, i) => (i === 7 ? { ...t, dbh: metres((t.dbh as Metres) * Math.PI) } : t));
      if (codesOf(trees, 't7').includes('off-height-curve')) found++;
      if (k === 0) expect(checkSurvey(trees.slice(0, 19), 'metric').size).toBe(0);
    }
    expectShare(found, 200, { from: 0.6 });
  });
  it('a tag that is taken and a tree sent twice are said of the later one', () => {
    const [a, b, c] = stand(new Stream(7), 3) as [SurveyedTree, SurveyedTree, SurveyedTree];
    expect(codesOf([a, { ...b, tag: ' 1' }], b.id)).toEqual(['tag-taken']);
    expect(codesOf([a, { ...b, tag: '1', plot: 'P2' }], b.id)).toEqual([]);
    expect(codesOf([a, b, { ...c, read: a.read }], c.id)).toEqual(['tree-twice']);
    expect(checkSurvey([a, b, c], 'metric').size).toBe(0);
  });
});
