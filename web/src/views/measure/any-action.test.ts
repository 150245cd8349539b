// @vitest-environment happy-dom
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MEASURE_METHODS, type MeasureMethod } from '../../methods/index';
import type { StepId } from './steps';
import { nextStem } from './tape';
import { cleanSlate, openPage } from './test-page';
import type { MeasureModel } from './use-measure';

cleanSlate();

describe('whatever is tapped', () => {
  const steps: readonly StepId[] = ['dbh', 'distance', 'tip', 'base', 'mark', 'mark-height', 'room', 'lean', 'crown', 'ground', 'logs'];
  const action = fc.oneof(
    {
      weight: 6,
      arbitrary: fc.constantFrom('41.3', '25', '80', '-8', '1.5', '12 4', '25m 80 -8', '3:1', '', 'x', '1e9').map((text) => ({ text })),
    },
    { weight: 2, arbitrary: fc.constantFrom(...steps).map((go) => ({ go })) },
    { weight: 2, arbitrary: fc.constant({ undo: true }) },
    { weight: 1, arbitrary: fc.constantFrom(...MEASURE_METHODS).map((method) => ({ method })) },
    { weight: 1, arbitrary: fc.constantFrom('degree', 'percent', 'topographic').map((scale) => ({ scale })) },
    { weight: 1, arbitrary: fc.constantFrom('again', 'stem', 'visit', 'next', 'slope').map((other) => ({ other })) },
  );
  type Action = {
    text?: string;
    go?: StepId;
    undo?: boolean;
    method?: MeasureMethod;
    scale?: 'degree' | 'percent' | 'topographic';
    other?: string;
  };
  const perform = (m: MeasureModel, a: Action) => {
    if (a.go) return m.go(a.go);
    if (a.undo) return m.undo();
    if (a.method) return m.measureBy(a.method);
    if (a.scale) return m.choose({ scale: { kind: a.scale } });
    if (a.other === 'again') return m.toggleAgain();
    if (a.other === 'stem') return m.setStem(nextStem(m.stems));
    if (a.other === 'visit') return m.beginVisit();
    if (a.other === 'next') return m.nextTree();
    return m.choose({ along: 'slope' });
  };
  it('digits after the first leave the chips of a height’s step alone, a choice does not', async () => {
    const page = await openPage();
    fc.assert(
      fc.property(
        fc.constantFrom<StepId>('tip', 'base', 'distance', 'room', 'lean'),
        fc.constantFrom('degree' as const, 'percent' as const, 'topographic' as const),
        fc.stringMatching(/^[1-8]{3,6}$/),
        (step, scale, digits) => {
          page.run((m) => m.go(step));
          page.run((m) => m.type(digits.slice(0, 1)));
          const chips = page.m().heightChips;
          expect(chips).not.toBeNull();
          for (let i = 2; i <= digits.length; i++) {
            page.run((m) => m.type(digits.slice(0, i)));
            expect(page.m().heightChips).toBe(chips);
          }
          page.run((m) => m.choose({ scale: { kind: scale } }));
          expect(page.m().heightChips).not.toBe(chips);
          page.run((m) => m.type(''));
        },
      ),
      { numRuns: 60 },
    );
    page.unmount();
  });

  it('nothing breaks, and no version of a reading is ever lost', async () => {
    const page = await openPage();
    const made = new Set<string>();
    const versions = () =>
      page
        .m()
        .book.kind('reading')
        .flatMap((e) => e.history.map((v) => v.id));
    fc.assert(
      fc.property(fc.array(action, { minLength: 8, maxLength: 30, size: 'max' }), (actions: readonly Action[]) => {
        for (const a of actions) {
          if (a.text !== undefined) page.keys(a.text);
          else page.run((m) => perform(m, a));
          const { hand, steps, refusal } = page.m();
          expect(steps.length).toBeGreaterThan(3);
          // what is refused stands in the field still
          if (refusal && a.text) expect(hand.text).toBe(a.text);
          for (const id of versions()) made.add(id);
        }
        expect(new Set(versions())).toEqual(made);
        page.run((m) => m.go('done'));
        page.run((m) => m.nextTree());
      }),
      { numRuns: 40 },
    );
    expect(made.size).toBeGreaterThan(60);
    page.unmount();
  });
});
