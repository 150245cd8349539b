import { describe, expect, it } from 'vitest';
import { inches } from '../units';
import { byFormClassTable } from './form-class-table';
import { LOG_RULE_NAMES } from './log-rule/index';

describe('board feet by the form-class table', () => {
  it('are the worked example’s: 18 in, 2 logs', () => {
    const of = (rule: (typeof LOG_RULE_NAMES)[number]) => {
      const v = byFormClassTable(rule, inches(18), 2, 78);
      return v.ok ? Math.round(v.value) : null;
    };
    expect([of('doyle'), of('scribner'), of('international')]).toEqual([163, 208, 231]);
  });
  it.each(LOG_RULE_NAMES)('%s: grow with diameter and logs wherever they answer, and refuse the rest', (rule) => {
    const wrong: string[] = [];
    let answered = 0;
    for (let d = 8; d <= 44; d++)
      for (let l = 0.5; l <= 7; l += 0.5) {
        const v = byFormClassTable(rule, inches(d), l, 78);
        if (!v.ok) continue;
        answered++;
        const more = byFormClassTable(rule, inches(d), l + 0.01, 78);
        if (d < 10 || d > 40 || l > 6 || (more.ok && more.value <= v.value)) wrong.push(`${d} in, ${l} logs`);
      }
    expect(wrong).toEqual([]);
    expect(answered).toBeGreaterThan(200);
  });
  it('gain three per cent a point of form class', () => {
    const [a, b] = [78, 82].map((fc) => byFormClassTable('scribner', inches(20), 3, fc));
    expect(a?.ok && b?.ok && b.value / a.value).toBeCloseTo(1.12, 12);
  });
});
