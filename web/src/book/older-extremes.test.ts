import { PRESETS } from '@arbolito/core';
import { describe, expect, it, vi } from 'vitest';
import { EXTREME_KINDS, type ExtremeSurvey, extremeSurveys } from '../../../scripts/extremes';
import type { AnyRecord } from '../contract/envelope';
import { Book } from './book';
import { dueIn } from './due';
import { instrumentsOf } from './instrument-model';
import { kitOf } from './kit-model';
import { preparedOf } from './prepare-survey';
import { rowsOf } from './rows-of';
import { standOf } from './stand';
import { standRow } from './stand-row';
import { reading, record } from './test-everything';

/** What a device works out of a survey and of the kit, without a look at what the contract would let in today. */
function workedOut({ survey, records }: ExtremeSurvey): void {
  const book = new Book(records);
  const stated = book.find('survey', survey);
  const protocol = book.protocolOf(stated);
  if (!stated || !protocol) throw new Error('the survey is not there');
  const { options } = protocol;
  const rows = rowsOf(book, survey, options);
  expect(rows).toHaveLength(records.filter((r) => r.kind === 'tree').length);
  for (const intervals of ['sampling', 'all'] as const)
    standOf(preparedOf(book, { survey: stated, options }, rows.map(standRow)), { confidence: 0.95, intervals });
  instrumentsOf(book, '2026-06-01');
  for (const person of records.filter((r) => r.kind === 'person')) {
    kitOf(book, person.id, '2026-06-01');
    dueIn(book, person.id, {}, '2026-06-01');
    book.kit.paceOn(person.id, '2026-06-01', survey);
    book.kit.unusableOf(person.id);
  }
}

describe('records that older rules let in stop nothing', () => {
  const share = Number(process.env.ARBOLITO_EXTREMES ?? 0.03);
  it.each(EXTREME_KINDS)('%s', (kind) => {
    // a tree that the program can't work out is said there
    const said = vi.spyOn(console, 'error');
    for (const survey of extremeSurveys(kind, { share, older: true }))
      try {
        workedOut(survey);
      } catch (e) {
        throw new Error(`${[...survey.what.values()].slice(0, 3).join('; ')}: ${(e as Error).stack}`);
      }
    expect(said).not.toHaveBeenCalled();
    said.mockRestore();
  });
});

describe('a record that can not be used', () => {
  const check = (found: object) => record('calibration', { instrument: INSTRUMENT.id, what: 'two-way', found });
  const INSTRUMENT = record('instrument', { name: 'Clinometer 2', tool: 'clinometer', sigma: null });
  const PERSON = record('person', { name: 'Nela', eyeHeight: null, reach: null });
  it('is said of its instrument, and the others hold', () => {
    const good = check({ forward: 4, back: -4.1 });
    const book = new Book([INSTRUMENT, check({ forward: 4.1, back: 95 }), good]);
    expect(book.kit.checksOf(INSTRUMENT.id).map((c) => c.id)).toEqual([good.id]);
    expect(book.kit.unusableOf(INSTRUMENT.id).map((u) => u.why.message)).toEqual([
      'sight between the marks is 95: degrees strictly between −90 and 90',
    ]);
  });
  it('is said of a person’s pace, and the one before holds', () => {
    const paced = (course: number, on: string) =>
      record('pace-calibration', { person: PERSON.id, counted: 'single', runs: [{ course, paces: 40 }], footwear: null, on });
    const book = new Book([PERSON, paced(60, '2026-04-01'), paced(1e-8, '2026-04-02')]);
    expect(book.kit.paceOn(PERSON.id, '2026-05-01', null)?.pace).toBeCloseTo(1.5, 9);
    expect(book.kit.unusableOf(PERSON.id).map((u) => u.why.message)).toEqual(['course is 1e-8: it must be at least 0.01 m']);
  });
  it('gives its tree no figure and a reason, at once', () => {
    const protocol = record('protocol', { name: 'Extremes', preset: null, options: PRESETS['forest-metric'].options });
    const survey = record('survey', { name: 'Monte Umbrío', kind: 'every-tree', protocol: protocol.id, place: null });
    const tree = record('tree', { survey: survey.id, plot: null, tag: '1', species: null });
    const [stem, visit] = [record('stem', { tree: tree.id, number: 1 }), record('visit', { tree: tree.id, on: '2026-05-01' })];
    const station = record('station', { visit: visit.id, number: 1 });
    const read = { kind: 'device-height', target: 'tip', value: 15.2, unit: 'm' };
    for (const setDistance of [1.8e-8, 1.8e-5]) {
      const readings = [
        { kind: 'distance', value: 18, unit: 'm', along: 'level', to: 'axis' },
        { ...read, setDistance },
      ].map((r) => reading(stem, visit, r, PERSON, station));
      const book = new Book([PERSON, protocol, survey, tree, stem, visit, station, ...readings]);
      const [row] = rowsOf(book, survey.id, PRESETS['forest-metric'].options);
      expect(row).toMatchObject({
        height: null,
        trouble: expect.stringMatching(/distance set is [\d.e-]+: it must be at least 0\.01 m/),
      });
    }
  });
});

describe('what can not be so in a survey is said, and leaves the other figures', () => {
  const options = PRESETS['forest-metric'].options;
  const protocol = record('protocol', { name: 'Extremes', preset: null, options });
  const rule = { kind: 'circle', radius: 10 };
  const survey = record('survey', { name: 'M', kind: 'fixed-plots', protocol: protocol.id, place: null, design: { rule, north: 'true' } });
  const called = { typed: '30', diameter: { kind: 'exact', value: 30, unit: 'cm', tool: 'caliper' } };
  const species = (figures: object) => record('species', { code: 'PA', name: 'Spruce', latin: null, figures });
  const plot = (more: object) => record('plot', { survey: survey.id, name: 'x', state: 'finished', ...more });
  const tree = (of: AnyRecord, more: object = {}) =>
    record('tree', { survey: survey.id, plot: of.id, tag: of.id, species: null, called, ...more });
  const stratum = (area: number) => record('stratum', { survey: survey.id, name: 'North', area });
  const notes = (records: readonly AnyRecord[]) => {
    const book = new Book([protocol, survey, ...records]);
    const stated = book.find('survey', survey.id);
    if (!stated) throw new Error('no survey');
    const rows = rowsOf(book, survey.id, options).map(standRow);
    const { notes: all, result } = standOf(preparedOf(book, { survey: stated, options }, rows), {
      confidence: 0.95,
      intervals: 'sampling',
    });
    return { of: Object.fromEntries(all.map((n) => [n.code, n.of])), result };
  };
  const good = [plot({ name: '1' }), plot({ name: '2' })];
  const trees = good.map((p) => tree(p));
  it.each([
    [
      'a plot without a radius that can be one',
      'unusable-size',
      (bad: AnyRecord) => [bad, tree(bad)],
      () => plot({ name: '3', radius: 0 }),
      '3',
    ],
    ['a stratum without land', 'unusable-area', (s: AnyRecord) => [s], () => stratum(0), 'North'],
    [
      'a stratum smaller than its plots',
      'area-too-small',
      (s: AnyRecord) => [s, ...['4', '5'].map((name) => plot({ name, stratum: s.id }))],
      () => stratum(100),
      'North',
    ],
    [
      'a form factor that is none',
      'unusable-figures',
      (s: AnyRecord) => [s, tree(good[0] as AnyRecord, { species: s.id })],
      () => species({ formFactor: 0 }),
      'Spruce',
    ],
    [
      'a tree of no count',
      'values-out',
      (t: AnyRecord) => [t],
      () => tree(good[0] as AnyRecord, { tag: '9', called: { ...called, count: 0.5 } }),
      '1·9',
    ],
  ] as const)('%s', (_, code, around, make, of) => {
    const { of: said, result } = notes([...good, ...trees, ...around(make())]);
    expect(said[code]).toEqual([of]);
    // two plots with a tree each are there whatever the other is; once there are strata, plots outside them count no more
    if (/area/.test(code)) return;
    expect(result.plots.length).toBeGreaterThanOrEqual(2);
    expect(result.by.species.length).toBeGreaterThan(0);
  });
});
