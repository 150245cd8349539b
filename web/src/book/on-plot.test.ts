import { PRESETS, placeFrom } from '@arbolito/core';
import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { type AnyRecord, validateRecord } from '../contract/envelope';
import { Book } from './book';
import { makeRecord } from './make-records';
import { ruleOfPlot } from './sample';
import { sheetOf } from './summary';

const maker = { device: 'desk', person: null, now: new Date('2026-06-01T10:00:00Z'), newId: v7 };
const nested = {
  kind: 'nested',
  circles: [
    { from: 0.07, radius: 4 },
    { from: 0.3, radius: 12 },
  ],
};
const HERE = [-4.2, 40.4] as const;
const NO_PLOT = {
  stratum: null,
  longitude: null,
  latitude: null,
  slope: null,
  aspect: null,
  radius: null,
  width: null,
  length: null,
  basalAreaFactor: null,
} as const;

/** A survey with one plot and one tree on it: every record fits the contract. */
function onePlot(given: {
  readonly design?: object | null;
  readonly kind?: string;
  readonly plot?: object;
  readonly tree?: object;
  readonly cm?: number | null;
  readonly options?: object;
  readonly stratum?: object;
}) {
  const records: AnyRecord[] = [];
  const make = (kind: never, body: object) => {
    const record = makeRecord(maker, kind, body as never) as unknown as AnyRecord;
    const checked = validateRecord(JSON.parse(JSON.stringify(record)));
    if (!checked.ok) throw new Error(`${kind}: ${JSON.stringify(checked.errors)}`);
    records.push(record);
    return record.id;
  };
  const design = given.design === undefined ? { rule: nested, north: 'true' } : given.design;
  const preset = PRESETS['forest-metric'];
  const protocol = make('protocol' as never, { name: 'p', preset: null, options: { ...preset.options, ...given.options } });
  const survey = make('survey' as never, { name: 's', kind: given.kind ?? 'fixed-plots', protocol, place: null, design });
  const stratum = given.stratum ? make('stratum' as never, { survey, name: 'a', area: null, ...given.stratum }) : null;
  const plot = make('plot' as never, { survey, name: '1', ...NO_PLOT, stratum, ...given.plot });
  const nowhere = { azimuth: null, distance: null, longitude: null, latitude: null };
  const tree = make('tree' as never, { survey, plot, tag: '1', species: null, ...nowhere, note: null, ...given.tree });
  if (given.cm !== null) {
    const stem = make('stem' as never, { tree, number: 1 });
    const visit = make('visit' as never, { tree, on: '2026-06-01' });
    const determination = make('determination' as never, { stem, visit, quantity: 'dbh', method: 'tape', protocol });
    const read = { kind: 'diameter', tool: 'diameter-tape', value: given.cm ?? 40, unit: 'cm' };
    make('reading' as never, { stem, visit, determination, station: null, shot: 1, instrument: null, calibration: null, typed: 'x', read });
  }
  const sheet = sheetOf(new Book(records), survey);
  const row = sheet?.rows[0];
  if (!sheet || !row) throw new Error('no row');
  return { row, head: sheet.head };
}
const at = (value: number, more: object = {}) => ({
  place: { value, unit: 'm', along: 'level', to: 'axis', by: 'tape', bearing: 90, ...more },
});

describe('a tree on its plot', () => {
  it('is in its own circle, or out of it and in no sum', () => {
    expect(onePlot({ tree: at(11) }).row).toMatchObject({
      onPlot: { at: { x: expect.closeTo(11, 9), y: expect.closeTo(0, 9) }, inclusion: { in: true } },
      notCounted: null,
    });
    const out = onePlot({ tree: at(5), cm: 12 });
    expect(out.row).toMatchObject({ onPlot: { inclusion: { in: false } }, notCounted: 'out' });
    expect(out.head.sums.total.trees).toBe(0);
    expect(out.head.notCounted.out).toBe(1);
    expect(onePlot({ tree: at(2), cm: 5 }).row.notCounted).toBe('too-thin');
  });

  it('near the limit is undecided until distance and diameter are by tape', () => {
    expect(onePlot({ tree: at(11.9, { by: 'paces' }) }).row.onPlot).toMatchObject({ undecided: true, inclusion: { near: true } });
    expect(onePlot({ tree: at(11.99) }).row.onPlot).toMatchObject({ undecided: false, inclusion: { near: true, in: true } });
  });

  it('of azimuth and distance alone is taken level, to the axis', () => {
    const { row } = onePlot({ tree: { azimuth: 180, distance: 12.01 } });
    expect(row.onPlot).toMatchObject({ at: { x: expect.closeTo(0, 9), y: expect.closeTo(-12.01, 9) }, inclusion: { in: false } });
  });

  it('without a diameter, a distance, or a size of its plot says so and stays counted', () => {
    expect(onePlot({ tree: at(3), cm: null }).row).toMatchObject({
      onPlot: { at: { x: 3 }, unsaid: { code: 'no-diameter' } },
      notCounted: null,
    });
    expect(onePlot({}).row.onPlot).toEqual({ at: null, inclusion: null, undecided: false, unsaid: null });
    expect(onePlot({ design: null, tree: at(3) }).row.onPlot.unsaid).toMatchObject({ code: 'no-size' });
    const slanted = onePlot({ tree: at(11, { along: 'ground' }) }).row.onPlot;
    expect(slanted).toMatchObject({ at: null, unsaid: { code: 'no-slope' } });
  });

  it('a plot’s own size goes before its survey’s', () => {
    expect(onePlot({ plot: { radius: 20 }, tree: at(19), cm: 10 }).row.onPlot.inclusion).toMatchObject({ in: true, limit: 20 });
    expect(onePlot({ plot: { basalAreaFactor: 4 }, tree: at(9.9) }).row.onPlot.inclusion).toMatchObject({
      in: true,
      limit: expect.closeTo(10, 9),
    });
  });

  it('a strip’s length is its own, and a rectangle’s bearing', () => {
    const strip = { design: { rule: { kind: 'strip', width: 20 }, north: 'true' }, kind: 'strip', tree: at(9) };
    expect(onePlot(strip).row.onPlot.unsaid?.reason).toMatch(/How long/);
    expect(onePlot({ ...strip, plot: { length: 250 } }).row.onPlot).toMatchObject({ at: null, inclusion: { in: true, perHectare: 2 } });
    const rectangle = { design: { rule: { kind: 'rectangle', width: 20, length: 30 }, north: 'true' }, tree: at(14) };
    expect(onePlot(rectangle).row.onPlot.unsaid?.reason).toMatch(/long side/);
    expect(onePlot({ ...rectangle, plot: { axis: 90 } }).row.onPlot.inclusion).toMatchObject({ in: true, limit: expect.closeTo(15, 9) });
    expect(onePlot({ ...rectangle, plot: { axis: 0 } }).row.onPlot.inclusion).toMatchObject({ in: false, limit: expect.closeTo(10, 9) });
  });

  it('near an edge counts for the part of its circle inside: from the edge as it was met, or from the outline', () => {
    const edges = [{ azimuth: 90, distance: 5 }];
    // on the very edge half of its circle is beyond
    expect(onePlot({ plot: { edges }, tree: at(4.9999) }).row.onPlot.inclusion).toMatchObject({
      walkThrough: 2,
      edgeWeight: expect.closeTo(2, 3),
    });
    const corner = placeFrom(HERE, 270, 200);
    const ring = [corner, placeFrom(corner, 180, 200), placeFrom(placeFrom(corner, 180, 200), 90, 205), placeFrom(HERE, 90, 5), corner];
    const outline = { type: 'Polygon', coordinates: [ring.map(([lon, lat]) => [lon, lat])] };
    const [longitude, latitude] = placeFrom(HERE, 180, 100);
    const mapped = { stratum: { outline }, plot: { longitude, latitude } };
    expect(onePlot({ ...mapped, tree: at(4.99) }).row.onPlot.inclusion).toMatchObject({ walkThrough: 2, edgeWeight: expect.closeTo(2, 1) });
    expect(onePlot({ ...mapped, tree: at(4, { bearing: 270 }) }).row.onPlot.inclusion?.walkThrough).toBe(1);
    // beyond it, it is no tree of the stratum
    expect(onePlot({ ...mapped, tree: at(6) }).row).toMatchObject({ onPlot: { unsaid: { code: 'tree-outside' } }, notCounted: 'out' });
  });

  it('magnetic bearings are turned by the declination before they meet the map; without one the map says nothing', () => {
    const corner = placeFrom(HERE, 270, 200);
    const ring = [corner, placeFrom(corner, 180, 200), placeFrom(placeFrom(corner, 180, 200), 90, 205), placeFrom(HERE, 90, 5), corner];
    const outline = { type: 'Polygon', coordinates: [ring.map(([lon, lat]) => [lon, lat])] };
    const [longitude, latitude] = placeFrom(HERE, 180, 100);
    const on = (declination: number | null, bearing: number) =>
      onePlot({
        design: { rule: nested, north: 'magnetic', declination },
        stratum: { outline },
        plot: { longitude, latitude },
        tree: at(5.5, { bearing }),
      }).row.onPlot;
    // magnetic north 30° east: the edge true east is met at 60° of the compass
    expect(on(30, 60).unsaid).toMatchObject({ code: 'tree-outside' });
    expect(on(30, 120).inclusion).toMatchObject({ in: true });
    expect(on(null, 90).inclusion).toMatchObject({ in: true, edgeWeight: null });
  });

  it('what a survey asks and nobody answered is counted; an answer it does not allow is said', () => {
    const options = {
      asks: ['status', 'crown-class', 'damage'],
      ownFields: [
        { kind: 'choice', key: 'condition', name: 'condition', choices: ['good', 'poor'] },
        { kind: 'number', key: 'nests', name: 'nests', from: 0, to: 9 },
      ],
    };
    expect(onePlot({ options }).row.unanswered).toEqual(['status', 'crown class', 'condition', 'nests']);
    const answered = { status: 'alive', crownClass: 'dominant', own: { condition: 'good', nests: 2 } };
    expect(onePlot({ options, tree: answered }).row).toMatchObject({ unanswered: [], trouble: null });
    expect(onePlot({ options, tree: { ...answered, own: { condition: 'good', nests: 12 } } }).row.trouble).toBe(
      'nests: a number from 0 to 9.',
    );
    expect(onePlot({ options, tree: { status: 'vacant' }, cm: null }).row).toMatchObject({ unanswered: [], notCounted: 'status' });
  });

  it('counts by status and smallest diameter as the protocol says', () => {
    const fallen = { tree: { status: 'down' } };
    expect(onePlot(fallen).row.notCounted).toBe('status');
    expect(onePlot({ ...fallen, options: { countedStatuses: ['down'] } }).row.notCounted).toBeNull();
    expect(onePlot({ cm: 40, options: { smallestDiameter: 0.4 } }).row.notCounted).toBeNull();
    expect(onePlot({ cm: 39.9, options: { smallestDiameter: 0.4 } }).row.notCounted).toBe('too-thin');
  });
});

describe('what can’t be is refused', () => {
  it.each<[string, Parameters<typeof onePlot>[0]]>([
    ['a point’s rule on fixed plots', { design: { rule: { kind: 'point', factor: 4, units: 'metric' }, north: 'true' } }],
    ['plots on a street', { kind: 'street' }],
    ['a factor of 0', { kind: 'points', design: { rule: { kind: 'point', factor: 0, units: 'metric' }, north: 'true' } }],
    ['a radius of 0', { plot: { radius: 0 } }],
    ['a circle and a rectangle', { plot: { radius: 5, width: 4, length: 4 } }],
    ['a width without a length', { plot: { width: 4 } }],
    ['an azimuth of 400', { tree: { azimuth: 400, distance: 3 } }],
    ['a place told twice', { tree: { ...at(3), distance: 3 } }],
    ['a latitude without a longitude', { plot: { latitude: 40 } }],
    ['an error of no place', { plot: { placeError: 4 } }],
    ['half of where a tree stands', { tree: { longitude: -4 } }],
    ['an azimuth to no distance', { tree: { azimuth: 40 } }],
    ['a declination of true north', { design: { rule: nested, north: 'true', declination: 3 } }],
    ['an edge through the centre', { plot: { edges: [{ azimuth: 0, distance: 0 }] } }],
    ['own answers under no key', { tree: { own: { 'Not a key': 1 } } }],
    ['questions nothing can answer', { options: { ownFields: [{ kind: 'number', key: 'n', name: 'n', from: 9, to: 1 }] } }],
    [
      'a question twice',
      {
        options: {
          ownFields: [
            { kind: 'text', key: 'n', name: 'n' },
            { kind: 'text', key: 'n', name: 'm' },
          ],
        },
      },
    ],
    [
      'an outline that crosses itself',
      {
        stratum: {
          outline: {
            type: 'Polygon',
            coordinates: [
              [
                [0, 0],
                [1, 1],
                [1, 0],
                [0, 0.9],
                [0, 0],
              ],
            ],
          },
        },
      },
    ],
    [
      'a hole outside',
      {
        stratum: {
          outline: {
            type: 'Polygon',
            coordinates: [
              [
                [0, 0],
                [1, 0],
                [1, 1],
                [0, 0],
              ],
              [
                [5, 5],
                [6, 5],
                [6, 6],
                [5, 5],
              ],
            ],
          },
        },
      },
    ],
  ])('%s', (_, given) => expect(() => onePlot(given)).toThrow(/\w+: \[/));
});

describe('the rule of a plot', () => {
  const plot = { survey: '', name: '1', ...NO_PLOT };
  it('takes a strip’s width from the design, or says its own', () => {
    const design = { rule: { kind: 'strip', width: 20 }, north: 'true' } as never;
    expect(ruleOfPlot({ ...plot, length: 300 }, design)).toMatchObject({ ok: true, rule: { width: 20, length: 300 } });
    expect(ruleOfPlot({ ...plot, width: 10, length: 300 }, design)).toMatchObject({ ok: true, rule: { kind: 'strip', width: 10 } });
  });
  it('without a size is none', () => expect(ruleOfPlot(plot, null)).toMatchObject({ ok: false }));
});
