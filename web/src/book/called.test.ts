import { PRESETS, type ProtocolOptions, parseCall, TYPICAL_ERRORS } from '@arbolito/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { AnyRecord, RecordOf } from '../contract/envelope';
import { TreeBody } from '../contract/records/tree';
import { validate } from '../contract/validate';
import { Book } from './book';
import { bodyOfLine, corrected, lineContext, lineOfBody, oneOfSeveral, USUAL_WAYS, wrongAlike } from './called-line';
import { makeRecord } from './make-records';
import { plotTotals } from './plot-totals';
import { speciesCodes } from './species-codes';
import { cellOf, classesBetween, strokeClasses, strokesOf } from './strokes';
import { sheetOf } from './summary';
import { cruiseOf, cruiser, NOWHERE } from './test-cruise';
import type { TreeRow } from './tree-row';
import { treesHere } from './trees-here';

const metric: ProtocolOptions = PRESETS['forest-metric'].options;
const byClass: ProtocolOptions = { ...metric, tally: { byClass: true, second: 'height' } };
const us: ProtocolOptions = { ...PRESETS['timber-us'].options, tally: { byClass: true, second: 'logs' } };

/** A book with one survey, two species, one plot of 10 m radius, and trees as they were called. */
function cruise(protocolOptions: ProtocolOptions, lines: readonly string[]) {
  const { made, species, protocol, survey, plots } = cruiseOf(protocolOptions, ['1']);
  const [plot] = plots as [RecordOf<'plot'>];
  const context = lineContext(species, protocolOptions);
  const ids = new Map(species.map((k) => [k.body.code, k.entity]));
  const bodyOf = (line: string) => {
    const parsed = parseCall(line, context);
    if (!parsed.ok) throw new Error(`${line}: ${parsed.reason}`);
    return bodyOfLine(parsed.tree, line, ids, null, USUAL_WAYS);
  };
  const trees = lines.map(
    (line, i) =>
      makeRecord(cruiser, 'tree', {
        survey: survey.entity,
        plot: plot.entity,
        tag: String(i + 1),
        ...NOWHERE,
        ...bodyOf(line),
      }) as RecordOf<'tree'>,
  );
  made.push(...(trees as unknown as AnyRecord[]));
  const read = (tree: RecordOf<'tree'>, reading: object): AnyRecord[] => {
    const stem = makeRecord(cruiser, 'stem', { tree: tree.entity, number: 1 });
    const visit = makeRecord(cruiser, 'visit', { tree: tree.entity, on: '2026-05-04' });
    const determination = makeRecord(cruiser, 'determination', {
      stem: stem.entity,
      visit: visit.entity,
      quantity: 'dbh',
      method: 'tape',
      protocol: protocol.entity,
    } as never);
    const reads = makeRecord(cruiser, 'reading', {
      stem: stem.entity,
      visit: visit.entity,
      determination: (determination as { entity: string }).entity,
      station: null,
      shot: 1,
      instrument: null,
      calibration: null,
      typed: '',
      read: reading,
    } as never);
    return [stem, visit, determination, reads] as AnyRecord[];
  };
  const rows = (more: readonly AnyRecord[] = []) => sheetOf(new Book([...made, ...more]), survey.entity);
  return { made, species, trees, rows, read, bodyOf, context };
}

describe('a called tree', () => {
  it('is a tree: its sums are hand sums', () => {
    const { rows } = cruise(metric, ['sp 30 20', 'be 40 x3', 'be 20 ~15']);
    const sheet = rows();
    const g = (d: number) => (Math.PI / 4) * d * d;
    const { total, species } = sheet?.head.sums ?? { total: null, species: [] };
    expect(total).toMatchObject({ trees: 5 });
    expect(total?.basalArea).toBeCloseTo(g(0.3) + 3 * g(0.4) + g(0.2), 12);
    expect(total?.without).toMatchObject({ basalArea: 0, volume: 3 });
    const pine = species.find((s) => s.species === 'Scots pine');
    expect(pine?.volume).toBeCloseTo(0.5 * g(0.3) * 20, 12);
    expect(sheet?.rows.map((r) => [r.count, r.called])).toEqual([
      [1, ['diameter', 'height']],
      [3, ['diameter']],
      [1, ['diameter', 'height']],
    ]);
    // by eye and by instrument are not worth the same
    // (the tip of a tree of unknown crown hangs up to 1.5 m off plumb)
    expect(sheet?.rows[2]?.sigma).toBeCloseTo(Math.hypot(TYPICAL_ERRORS.estimate * 15, 1.5), 9);
    expect(sheet?.rows[0]?.sigma).toBeCloseTo(Math.hypot(TYPICAL_ERRORS.device * 20, 1.5), 9);
    expect(sheet?.head.withHeight).toBe(2);
  });

  it('of a class stands for its middle, with the error of a class', () => {
    const [row] = cruise(byClass, ['be 20']).rows()?.rows ?? [];
    expect(row?.dbh).toBeCloseTo(0.2, 12);
    const byLimit = cruise({ ...byClass, classNames: 'lower-limit', classWidth: { value: 5, unit: 'cm' } }, ['be 35']).rows()?.rows[0];
    expect(byLimit?.dbh).toBeCloseTo(0.375, 12);
  });

  it('gives board feet of its logs', () => {
    const [row] = cruise(us, ['be 14 2.5']).rows()?.rows ?? [];
    expect(row?.boards?.count).toBe(2.5);
    expect(row?.boards?.boardFeet.doyle).toBeGreaterThan(50);
  });

  it('holds quantity by quantity until a reading in force takes its place', () => {
    const { trees, rows, read } = cruise(metric, ['sp 30 20']);
    const taped = read(trees[0] as RecordOf<'tree'>, { kind: 'diameter', tool: 'diameter-tape', value: 32, unit: 'cm' });
    const [row] = rows(taped)?.rows ?? [];
    expect(row?.dbh).toBeCloseTo(0.32, 12);
    expect(row?.height).toBe(20);
    expect(row?.called).toEqual(['height']);
    // an upper diameter is none at breast height
    const upper = read(trees[0] as RecordOf<'tree'>, { kind: 'diameter', tool: 'caliper', value: 22, unit: 'cm', upper: true, pom: 5 });
    expect(rows(upper)?.rows[0]?.called).toEqual(['diameter', 'height']);
    // what is taken back was never read
    const back = makeRecord(cruiser, 'retraction', { record: (taped.at(-1) as AnyRecord).id, reason: null }) as AnyRecord;
    expect(rows([...taped, back])?.rows[0]?.dbh).toBeCloseTo(0.3, 12);
  });

  it('of several alike none is the one that was measured: that is said, and all count as they were called', () => {
    const { trees, rows, read } = cruise(metric, ['be 40 x3']);
    const [row] = rows(read(trees[0] as RecordOf<'tree'>, { kind: 'diameter', tool: 'diameter-tape', value: 80, unit: 'cm' }))?.rows ?? [];
    expect(row).toMatchObject({ count: 3, dbh: 0.4, trouble: expect.stringContaining('make that one its own') });
  });

  it('counts as often as it stands for in strokes and totals', () => {
    const { rows } = cruise(byClass, ['be 16', 'be 16 x11', 'sp 28', 'be 19.5cm', 'sp 28 v']);
    const all = rows()?.rows ?? [];
    const classes = strokeClasses(byClass);
    const strokes = strokesOf(treesHere(all, [], new Set()), classes);
    // 19.5 cm lies in the class from 18 to 22; what is vacant is no tree
    expect(strokes.counts.get(cellOf('Scots pine', 28))).toBe(1);
    expect(strokes.counts.get(cellOf('Beech', 20))).toBe(1);
    expect(strokes.counts.get(cellOf('Beech', 16))).toBe(12);
    expect(classesBetween(strokes.classes, classes)).toEqual([16, 20, 24, 28]);
    expect([...strokes.counts.values()].reduce((a, b) => a + b)).toBe(14);
    const totals = plotTotals(treesHere(all, [], new Set()), { kind: 'circle', radius: 10 });
    expect(totals.trees).toBe(14);
    const g = (d: number) => (Math.PI / 4) * d * d;
    const sum = 12 * g(0.16) + g(0.28) + g(0.195);
    expect(totals.basalArea).toBeCloseTo(sum, 12);
    expect(totals.perHectare).toBeCloseTo((sum * 10_000) / (Math.PI * 100), 9);
    // at a point each tree stands for the factor, whatever its size
    expect(plotTotals(treesHere(all, [], new Set()), { kind: 'point', factor: 4, units: 'metric' }).perHectare).toBeCloseTo(4 * 14, 9);
    expect(plotTotals(treesHere(all, [], new Set()), null).perHectare).toBeNull();
  });

  it('comes to the same whether or not another was called alike, under each protocol, and not once it is measured', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(metric, byClass),
        fc.array(
          fc.record({ species: fc.constantFrom('be', 'sp'), cm: fc.integer({ min: 8, max: 44 }), m: fc.integer({ min: 0, max: 30 }) }),
          {
            minLength: 2,
            maxLength: 8,
          },
        ),
        (options, list) => {
          const lines = list.map(({ species, cm, m }) => `${species} ${cm}cm${m > 2 ? ` ${m}m` : ''}`);
          const all = cruise(options, [...lines, ...lines]);
          const together = all.rows()?.rows ?? [];
          for (const [i, line] of lines.entries()) {
            const own = (together[i] as TreeRow) ?? null;
            const again = together[i + lines.length] as TreeRow;
            const [alone] = cruise(options, [line]).rows()?.rows ?? [];
            for (const row of [again, alone])
              expect(row).toMatchObject({
                dbh: own.dbh,
                height: own.height,
                volume: own.volume,
                basalArea: own.basalArea,
                product: own.product,
              });
            expect(again.findings).toEqual(own.findings);
          }
          const taped = all.read(all.trees[0] as RecordOf<'tree'>, { kind: 'diameter', tool: 'diameter-tape', value: 61, unit: 'cm' });
          const measured = all.rows(taped)?.rows ?? [];
          expect(measured[0]?.dbh).toBeCloseTo(0.61, 12);
          expect(measured[lines.length]?.dbh).toBe(together[lines.length]?.dbh);
        },
      ),
      { numRuns: 25 },
    ));

  it('has a column for a species that no other thread has told of yet', () => {
    const { rows, species } = cruise(metric, ['be 16', 'be 20', 'sp 28']);
    const all = rows()?.rows ?? [];
    const told = all.slice(0, 2);
    const codes = speciesCodes(species, told, all.slice(2));
    expect([...codes.keys()]).toEqual(['Beech', 'Scots pine']);
    expect(codes.get('Scots pine')).toEqual({ code: 'sp', ink: 1 });
    // what was told alone says which is the commonest
    expect(codes.get('Beech')).toEqual(speciesCodes(species, told).get('Beech'));
    expect([...speciesCodes(species, [], all).keys()]).toEqual(['Beech', 'Scots pine']);
  });

  it('is stroked the same whether it was told or is fresh', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            cm: fc.integer({ min: 4, max: 60 }),
            x: fc.integer({ min: 1, max: 5 }),
            fresh: fc.boolean(),
            gone: fc.boolean(),
            grown: fc.boolean(),
          }),
          { maxLength: 20 },
        ),
        (list) => {
          const all =
            cruise(
              metric,
              list.map(({ cm, x }) => `be ${cm} x${x}`),
            ).rows()?.rows ?? [];
          const told = all.filter((_, i) => !list[i]?.fresh);
          // what is fresh is new, or was told otherwise before
          const other = all.map((r, i) => (list[i]?.grown ? { ...r, dbh: (r.dbh ?? 0) + 0.08 } : r));
          const fresh = other.filter((_, i) => list[i]?.fresh || list[i]?.grown);
          const gone = new Set(told.filter((r) => list[all.indexOf(r)]?.gone && !list[all.indexOf(r)]?.grown).map((r) => r.id));
          const here = treesHere(told, fresh, gone);
          const truth = other.filter((r) => !gone.has(r.id));
          expect(here.all).toEqual(truth);
          const classes = strokeClasses(metric);
          const strokes = strokesOf(here, classes);
          const plain = strokesOf(treesHere(truth, [], new Set()), classes);
          expect(strokes.classes).toEqual(plain.classes);
          const rule = { kind: 'circle', radius: 10 } as const;
          const totals = plotTotals(here, rule);
          expect(totals.trees).toBe(plotTotals(treesHere(truth, [], new Set()), rule).trees);
          const whole = truth.reduce((sum, r) => sum + r.count * (r.basalArea ?? 0), 0);
          expect(totals.basalArea).toBeCloseTo(whole, 12);
          expect(here.last).toBe(truth.at(-1) ?? null);
          for (const [cell, count] of strokes.counts) expect(count).toBe(plain.counts.get(cell) ?? 0);
        },
      ),
      { numRuns: 60 },
    ));

  it('passes through its record unchanged, and a correction keeps what a line can’t say', () => {
    const { trees, bodyOf } = cruise(metric, ['sp 31.4 17 @40 8.2 d c g2 -10% !forked']);
    const tree = trees[0] as RecordOf<'tree'>;
    expect(validate(TreeBody, JSON.parse(JSON.stringify(tree.body)))).toMatchObject({ ok: true });
    const code = () => 'sp';
    const again = corrected(tree.body, { ...bodyOf('sp 31.4 17 @40 8.2 d c g2 -10% !forked') }, tree.body.tag);
    expect(lineOfBody(again, code)).toEqual(lineOfBody(tree.body, code));
    // a line says nothing of the tool and of how a distance lay: they stay
    const taped = {
      ...tree.body,
      called: { ...tree.body.called, diameter: { kind: 'exact', value: 31.4, unit: 'cm', tool: 'caliper' } },
    } as typeof tree.body;
    const laid = { ...taped, place: { ...taped.place, along: 'ground', by: 'laser' }, note: 'for\nked ' } as typeof tree.body;
    const after = corrected(laid, bodyOf('sp 32 17 @40 8.2 !for ked'), '1');
    expect(after.called?.diameter).toMatchObject({ value: 32, tool: 'caliper' });
    expect(after).toMatchObject({ place: { along: 'ground', by: 'laser' }, note: 'for\nked ' });
    expect(corrected(laid, bodyOf('sp ~32 @40 8.3'), '1')).toMatchObject({
      called: { diameter: { tool: 'estimate' } },
      place: { along: 'level', value: 8.3 },
    });
    expect(corrected(laid, bodyOf('sp 32'), '1')).toMatchObject({ place: null, azimuth: null });
    expect(wrongAlike({ ...laid, called: { count: 2 } })).toMatch(/2 alike/);
    expect(wrongAlike({ ...laid, called: { count: 1 } })).toBeNull();
    const sighted = { ...tree.body, place: { ...tree.body.place, along: 'sight', elevation: 12 } } as typeof tree.body;
    expect(lineOfBody(sighted, code).place).toBeNull();
    expect(corrected(sighted, bodyOf('sp 31.4'), '9')).toMatchObject({ place: { elevation: 12 }, tag: '9', note: null });
  });

  it('one of several alike and the others are as many as before, and the one that was measured is that one', () => {
    const { trees } = cruise(metric, ['be 40 x3', 'be 40']);
    const [three, one] = trees.map((t) => t.body) as [RecordOf<'tree'>['body'], RecordOf<'tree'>['body']];
    expect(oneOfSeveral(three, '9', false)).toMatchObject({
      stays: { tag: '1', called: { count: 2 } },
      made: { tag: '9', called: { count: 1 } },
    });
    expect(oneOfSeveral(three, '9', true)).toMatchObject({
      stays: { tag: '1', called: { count: 1 } },
      made: { tag: '9', called: { count: 2 } },
    });
    expect(oneOfSeveral(one, '9', false)).toBeNull();
  });

  it.each([
    ['x0', { count: 0 }],
    ['1000 alike', { count: 1000 }],
    ['a third of a log', { logs: 0.3 }],
    ['no logs', { logs: 0 }],
    ['a class without a width', { diameter: { kind: 'class', from: 3, unit: 'cm' } }],
    ['a diameter of 0', { diameter: { kind: 'exact', value: 0, unit: 'cm', tool: 'caliper' } }],
    ['an unknown tool', { diameter: { kind: 'exact', value: 3, unit: 'cm', tool: 'laser' } }],
    ['a height without a unit', { height: { value: 3, by: 'eye' } }],
    ['a field nobody knows', { girth: 3 }],
  ])('is refused with %s', (_, called) => {
    const body = { survey: '01900000-0000-7000-8000-000000000001', tag: '1', plot: null, species: null, note: null };
    expect(validate(TreeBody, { ...body, ...NOWHERE, called }).ok).toBe(false);
  });

  it('alike has no place', () => {
    const body = { survey: '01900000-0000-7000-8000-000000000001', tag: '1', plot: null, species: null, note: null };
    const at = { azimuth: 4, distance: 3, longitude: null, latitude: null };
    expect(validate(TreeBody, { ...body, ...at, called: { count: 2 } }).ok).toBe(false);
    expect(validate(TreeBody, { ...body, ...at, called: { count: 1 } }).ok).toBe(true);
  });

  it('sums any tally to what a loop over its trees sums', () =>
    fc.assert(
      fc.property(
        fc.array(fc.record({ d: fc.integer({ min: 5, max: 90 }), x: fc.integer({ min: 1, max: 30 }) }), { minLength: 1, maxLength: 12 }),
        (list) => {
          const { rows } = cruise(
            metric,
            list.map(({ d, x }) => `be ${d} x${x}`),
          );
          let [trees, g] = [0, 0];
          for (const { d, x } of list) for (let i = 0; i < x; i++) [trees, g] = [trees + 1, g + Math.PI * (d / 200) ** 2];
          const { total } = rows()?.head.sums ?? {};
          expect(total?.trees).toBe(trees);
          expect(total?.basalArea).toBeCloseTo(g, 9);
        },
      ),
      { numRuns: 40 },
    ));
});
