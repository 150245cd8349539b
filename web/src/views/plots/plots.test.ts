import { metres, type Position, placeFrom } from '@arbolito/core';
import { demoRecords } from '@arbolito/demo';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Book } from '../../book/book';
import { NOT_PLACED } from '../../book/on-plot';
import { sheetOf } from '../../book/summary';
import type { Stated } from '../../book/things';
import type { TreeRow } from '../../book/tree-row';
import { treesHere } from '../../book/trees-here';
import type { AnyRecord } from '../../contract/envelope';
import { nextTagOn } from '../../field/next-tag';
import type { PlotState } from '../../field/use-plot';
import { lacksOf } from '../../ui/plot/BeforeLeaving';
import { verdictOf } from '../../ui/plot/plot-words';
import { parseArea, sayArea, typedArea } from './area-text';
import { changedBy } from './changed-by';
import { readOutlines } from './read-outline';
import { EMPTY_FORM, meantTree, type TreeForm } from './tree-form';

const circle = { rule: { kind: 'circle', radius: metres(12.62) } } as const;
const sloping = { ...circle, slope: 20, downhill: 100 };
const typed = (more: Partial<TreeForm>): TreeForm => ({ ...EMPTY_FORM, ...more });

describe('the next tree, as it is typed', () => {
  it('is in or out as soon as diameter and distance are there', () => {
    expect(meantTree(typed({ diameter: '31,4' }), 'metric', circle)).toMatchObject({ found: null, dbh: 0.314, refusals: {} });
    const whole = meantTree(typed({ diameter: '31.4', distance: '11.2', bearing: 'S35E' }), 'metric', circle);
    expect(whole).toMatchObject({
      found: { ok: true, value: { in: true, near: false } },
      bearing: 145,
      place: { value: 11.2, unit: 'm', bearing: 145 },
    });
    expect(meantTree(typed({ diameter: '31.4', distance: '13.5' }), 'metric', circle).found).toMatchObject({ value: { in: false } });
    // 12.62 m on 20°, 30° off the fall line: the tape may read 13.23 m
    const slope = { diameter: '30', bearing: '130', along: 'ground' } as const;
    expect(meantTree(typed({ ...slope, distance: '13.2' }), 'metric', sloping).found).toMatchObject({
      value: { in: true, tape: expect.closeTo(13.23, 2) },
    });
    expect(meantTree(typed({ ...slope, distance: '13.3' }), 'metric', sloping).found).toMatchObject({ value: { in: false } });
  });
  it('takes the units people name, and inches and feet in a US survey', () => {
    const us = meantTree(typed({ diameter: '14', distance: `38'6"` }), 'us', { rule: { kind: 'point', factor: 10, units: 'us' } });
    expect(us).toMatchObject({ read: { value: 14, unit: 'in' }, place: { value: 38.5, unit: 'ft' }, found: { value: { near: true } } });
    expect(meantTree(typed({ diameter: '14', distance: '10 m' }), 'us', circle).place).toMatchObject({ value: 10, unit: 'm' });
  });
  it.each<[string, Partial<TreeForm>, keyof ReturnType<typeof meantTree>['refusals']]>([
    ['letters for a diameter', { diameter: 'pine' }, 'diameter'],
    ['a diameter of 0', { diameter: '0' }, 'diameter'],
    ['a tree of 20 m across', { diameter: '2000' }, 'diameter'],
    ['a distance below 0', { diameter: '30', distance: '-4' }, 'distance'],
    ['an azimuth of 400', { diameter: '30', distance: '4', bearing: '400' }, 'bearing'],
    ['a line of sight straight up', { diameter: '30', distance: '4', along: 'sight', elevation: '90' }, 'elevation'],
  ])('%s is refused, and decides nothing', (_, form, field) => {
    const meant = meantTree(typed(form), 'metric', circle);
    expect(meant.refusals[field]).toMatch(/\w.{8}/);
    expect(meant).toMatchObject({ found: null, place: null });
  });
  it('200 m on a plot of 12.62 m is asked about, and a tree on the centre is in', () => {
    expect(meantTree(typed({ diameter: '30', distance: '200' }), 'metric', circle).asks).toMatch(/16 times as far/);
    expect(meantTree(typed({ diameter: '30', distance: '0' }), 'metric', circle).found).toMatchObject({ value: { in: true } });
  });
  it('a slope that is not told is asked for, not taken as level', () =>
    expect(meantTree(typed({ diameter: '30', distance: '9', along: 'ground' }), 'metric', circle)).toMatchObject({
      at: null,
      found: { ok: false, missing: { code: 'no-slope' } },
    }));
});

describe('what a plot still lacks', () => {
  it('asks for a distance of each tree but of several alike, which stand nowhere in particular', () => {
    const { records } = demoRecords() as unknown as { records: readonly AnyRecord[] };
    const book = new Book(records);
    const survey = book.all('survey').find((s) => s.body.name === 'Monte Umbrío')?.entity ?? '';
    const row = sheetOf(book, survey)?.rows.find((r) => r.onPlot.inclusion !== null) as TreeRow;
    const unplaced = { ...row, onPlot: NOT_PLACED };
    const rows = [row, { ...unplaced, id: 'one' }, { ...unplaced, id: 'three', count: 3 }];
    const plot = { rows, record: { body: { counted: null } }, ground: { rule: circle.rule } } as unknown as PlotState;
    const lack = lacksOf(plot).find((l) => l.says.includes('distance'));
    expect(lack?.trees.map((r) => r.id)).toEqual(['one']);
  });
});

describe('in or out, in words', () => {
  const say = (form: Partial<TreeForm>, sample: Parameters<typeof meantTree>[2] = circle) => {
    const { found, place } = meantTree(typed({ diameter: '31.4', ...form }), 'metric', sample);
    if (!found?.ok || !place) throw new Error('no answer');
    return verdictOf(found.value, place, form.tool ?? 'diameter-tape', 'metric');
  };
  it('far from the limit it is just said', () => expect(say({ distance: '11' })).toMatchObject({ kind: 'in', todo: null }));
  it('on the edge a tape is asked for, with the length that decides', () => {
    const edge = say({ distance: '12.5', by: 'laser' });
    expect(edge).toMatchObject({ kind: 'edge', todo: 'Tape the distance. In up to 12.62 m level, to the pith.' });
    expect(say({ distance: '12.4', by: 'laser', to: 'bark' }).todo).toContain('12.46 m level, to the bark');
    // a judged diameter moves nothing on a fixed circle but half a trunk
    const point = { rule: { kind: 'point', factor: 4, units: 'metric' } } as const;
    expect(say({ distance: '7.6', tool: 'estimate' }, point).todo).toContain('Tape the diameter.');
  });
  it('by tape it is decided, however near', () =>
    expect(say({ distance: '12.61' })).toMatchObject({ kind: 'in', says: expect.stringContaining('that decides') }));
});

describe('tags on plots', () => {
  const tree = (tag: string, plot = 'p') => ({ id: tag, tag, plot }) as unknown as TreeRow;
  const next = (plot: string, own: readonly TreeRow[], all: readonly TreeRow[]) => nextTagOn(plot, treesHere([...own], [], new Set()), all);
  it('go on from the last of the plot, and begin with its name', () => {
    expect(next('7', [], [tree('3·01', 'o')])).toBe('7·01');
    expect(next('7', [tree('7·08'), tree('7·09')], [tree('7·08'), tree('7·09')])).toBe('7·10');
  });
  it('are numbered through where the survey does', () => {
    const all = [tree('1', 'a'), tree('9', 'b'), tree('4', 'c')];
    expect(next('7', [], all)).toBe('10');
  });
  it('never give one that is there', () =>
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 1, max: 30 }), { maxLength: 20 }), (numbers) => {
        const own = numbers.map((n) => tree(`7·${String(n).padStart(2, '0')}`));
        expect(own.map((t) => t.tag)).not.toContain(next('7', own, own));
      }),
    ));
});

describe('areas as they are typed', () => {
  it('hectares and acres, there and back', () => {
    expect(parseArea('12,5', 'metric')).toEqual({ ok: true, value: 125_000 });
    expect(parseArea('40', 'us')).toMatchObject({ ok: true, value: expect.closeTo(161_874.3, 0) });
    expect(typedArea(161_874.2568896, 'us')).toBe('40');
    expect(sayArea(125_000, 'metric')).toBe('12.50 ha');
  });
  it.each(['0', '-3', 'large', '', '1e9'])('“%s” is refused', (text) => expect(parseArea(text, 'metric').ok).toBe(false));
});

describe('outlines out of a file', () => {
  const HERE: Position = [-4.2, 40.4];
  const square = (from: Position, side: number) => {
    const b = placeFrom(from, 90, side);
    return [from, b, placeFrom(b, 0, side), placeFrom(from, 0, side), from];
  };
  const feature = (geometry: object, name?: string) => ({ type: 'Feature', properties: name ? { name } : null, geometry });
  const read = (value: unknown, plots: readonly Position[] = []) =>
    readOutlines(typeof value === 'string' ? value : JSON.stringify(value), plots);

  it('give name, net and gross area', () => {
    const pond = square(placeFrom(HERE, 45, 60), 50);
    const found = read({
      type: 'FeatureCollection',
      features: [
        feature({ type: 'Polygon', coordinates: [square(HERE, 200), pond] }, 'North'),
        feature({ type: 'Point', coordinates: HERE }),
        feature({ type: 'MultiPolygon', coordinates: [[square(placeFrom(HERE, 90, 400), 100)]] }),
      ],
    });
    expect(found).toMatchObject({ ok: true, areas: [{ name: 'North' }, { name: null }] });
    if (!found.ok) throw new Error(found.reason);
    expect(found.areas[0]?.gross).toBeCloseTo(40_000, -1);
    expect(found.areas[0]?.net).toBeCloseTo(37_500, -1);
    expect(found.areas[1]?.net).toBeCloseTo(10_000, -1);
  });

  const swapped = square(HERE, 200).map(([lon, lat]) => [lat, lon]);
  it.each<[string, unknown, readonly Position[], RegExp]>([
    ['no JSON', 'outline', [], /no GeoJSON/],
    ['no area in it', { type: 'Point', coordinates: HERE }, [], /no area/],
    [
      'a ring that crosses itself',
      { type: 'Polygon', coordinates: [[HERE, placeFrom(HERE, 45, 200), placeFrom(HERE, 90, 200), placeFrom(HERE, 0, 150), HERE]] },
      [],
      /cross itself/,
    ],
    ['a ring that does not close', { type: 'Polygon', coordinates: [square(HERE, 100).slice(0, 4)] }, [], /close/],
    [
      'metres for degrees',
      {
        type: 'Polygon',
        coordinates: [
          [
            [400_000, 4_470_000],
            [400_100, 4_470_000],
            [400_100, 4_470_100],
            [400_000, 4_470_000],
          ],
        ],
      },
      [],
      /not in degrees/,
    ],
    [
      'latitude past the pole',
      {
        type: 'Polygon',
        coordinates: [
          [
            [40, 120],
            [40.1, 120],
            [40.1, 120.1],
            [40, 120],
          ],
        ],
      },
      [],
      /wrong way round/,
    ],
    ['latitude and longitude changed over', { type: 'Polygon', coordinates: [swapped] }, [HERE], /changed over it would lie among them/],
    ['another place', { type: 'Polygon', coordinates: [square([10, 50], 200)] }, [HERE], /km from the nearest plot/],
    ['nothing in it', { type: 'FeatureCollection', features: [] }, [], /no area/],
  ])('%s is refused with its reason', (_, value, plots, reason) =>
    expect(read(value, plots)).toMatchObject({ ok: false, reason: expect.stringMatching(reason) }),
  );
});

describe('another way of sampling', () => {
  const book = new Book(demoRecords().records as unknown as AnyRecord[]);
  const survey = book.all('survey').find((s) => s.body.name === 'Monte Umbrío') as Stated<'survey'>;
  const rows = sheetOf(book, survey.entity)?.rows ?? [];
  const design = survey.body.design as NonNullable<typeof survey.body.design>;
  it('says which trees would go out', () => {
    const smaller = { ...design, rule: { kind: 'circle', radius: 3.99 } as const };
    const said = changedBy(book, survey, { kind: 'fixed-plots', design: smaller }, rows);
    const farther = rows.filter((r) => r.plot !== null && r.onPlot.inclusion?.in && r.onPlot.inclusion.distance > 3.99).length;
    expect(said).toContain(`${farther} of its trees would go out`);
  });
  it('says nothing of the same, and what becomes of plots where there would be none', () => {
    expect(changedBy(book, survey, { kind: 'fixed-plots', design }, rows)).toBeNull();
    expect(changedBy(book, survey, { kind: 'every-tree', design: null }, rows)).toMatch(/36 plots/);
  });
});
