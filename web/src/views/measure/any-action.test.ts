// @vitest-environment happy-dom
import fc from 'fast-check';
import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import { MEASURE_METHODS, type MeasureMethod } from '../../methods/index';
import { HeightChips } from './HeightChips';
import { sameChips } from './same-chips';
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
  const markup = (m: MeasureModel, step: StepId) => renderToStaticMarkup(createElement(HeightChips.type, { m, step }));
  it('chips that are not drawn anew show what they would show', async () => {
    const page = await openPage();
    let spared = 0;
    fc.assert(
      fc.property(fc.array(action, { minLength: 8, maxLength: 20, size: 'max' }), (actions: readonly Action[]) => {
        let drawn: { m: MeasureModel; step: StepId } | null = null;
        for (const a of actions) {
          for (const typed of a.text === undefined ? [null] : [...a.text].map((_, i, all) => all.slice(0, i + 1).join(''))) {
            page.run((m) => (typed === null ? perform(m, a) : m.type(typed)));
            const m = page.m();
            const step = m.step?.id;
            if (!step || step === 'dbh' || step === 'upper' || step === 'trunk') continue;
            if (drawn && sameChips(drawn, { m, step })) {
              spared++;
              expect(markup(drawn.m, drawn.step)).toBe(markup(m, step));
            } else drawn = { m, step };
          }
          if (a.text !== undefined) page.run((m) => m.enter());
        }
      }),
      { numRuns: 40 },
    );
    // and typing does spare them
    expect(spared).toBeGreaterThan(100);
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
          const { place, steps, refusal } = page.m();
          expect(steps.length).toBeGreaterThan(3);
          // what is refused stands in the field still
          if (refusal && a.text) expect(place.text).toBe(a.text);
          for (const id of versions()) made.add(id);
        }
        expect(new Set(versions())).toEqual(made);
        page.run((m) => m.go('done'));
        page.run((m) => m.nextTree());
      }),
      { numRuns: 40 },
    );
    expect(made.size).toBeGreaterThan(100);
    page.unmount();
  });
});
