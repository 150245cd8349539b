import { PRESETS, type ProtocolOptions } from '@arbolito/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Book } from '../../book/book';
import { lineContext, USUAL_WAYS } from '../../book/called-line';
import { makeRecord } from '../../book/make-records';
import { sheetOf } from '../../book/summary';
import { cruiseOf, cruiser, NOWHERE } from '../../book/test-cruise';
import type { TreeRow } from '../../book/tree-row';
import { treesHere } from '../../book/trees-here';
import type { RecordOf } from '../../contract/envelope';
import { nextTagOn, type TagRange } from '../../field/next-tag';
import { type CheckedRow, RowChecker } from './check-rows';
import { CELLS, cellsOf, emptyRow, isEmpty, isHeader, lineOfRow, pasted, type SheetRow } from './sheet-model';
import { type LineBook, meantLine } from './use-line';

/** Trees as they were told, none of them newer. */
const here = (rows: readonly TreeRow[]) => treesHere([...rows], [], new Set());

const make = () => ({ id: cruiser.newId(), at: '2026-05-04T09:00:00.000Z' });
const row = (cells: Partial<SheetRow>): SheetRow => ({ ...emptyRow(make, '1'), ...cells });

describe('rows of a sheet', () => {
  it('are cells by tabs and lines, quoted or not, as spreadsheets copy them', () => {
    expect(cellsOf('sp\t31\t7\r\nok\t12,5\t\n\n')).toEqual([
      ['sp', '31', '7'],
      ['ok', '12,5', ''],
    ]);
    expect(cellsOf('"a ""b"""\t"two\nlines"\tc')).toEqual([['a "b"', 'two lines', 'c']]);
    // an inch mark opens nothing
    expect(cellsOf('ok\t14"\t2.5')).toEqual([['ok', '14"', '2.5']]);
    expect(cellsOf('')).toEqual([]);
  });

  it('survive being copied whatever is in them', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.array(
            fc.stringMatching(/^[a-z0-9 "@.#!-]{0,9}$/).map((s) => s.trim()),
            { minLength: 2, maxLength: 5 },
          ),
          {
            minLength: 1,
            maxLength: 6,
          },
        ),
        (table) => {
          const text = table.map((r) => r.map((c) => (/["\t\n]/.test(c) ? `"${c.replaceAll('"', '""')}"` : c)).join('\t')).join('\n');
          expect(cellsOf(text)).toEqual(table.filter((r) => r.some((c) => c !== '')));
        },
      ),
    ));

  it('go in from a cell rightwards and down, the plot goes on, what is too wide joins the last cell', () => {
    const into = pasted(
      [row({ plot: '3' })],
      [
        ['sp', '31', '7', '@40', '8'],
        ['ok', '12'],
      ],
      { row: 0, cell: 'species' },
      make,
    );
    expect(into.map((r) => CELLS.map((c) => r[c]))).toEqual([
      ['3', 'sp', '31', '7', '@40 8'],
      ['3', 'ok', '12', '', ''],
    ]);
    const named = pasted(
      [row({})],
      [
        ['2', 'sp', '31'],
        ['', 'ok', '12'],
        ['5', 'be', '9'],
      ],
      { row: 0, cell: 'plot' },
      make,
    );
    expect(named.map((r) => r.plot)).toEqual(['2', '2', '5']);
    expect(new Set(named.map((r) => r.id)).size).toBe(3);
    expect(lineOfRow(into[0] as SheetRow)).toBe('sp 31 7 @40 8');
    expect(isEmpty(row({}))).toBe(true);
    expect(isHeader(row({ species: 'species', diameter: 'dbh', second: 'height' }))).toBe(true);
    expect(isHeader(row({ species: 'sp', diameter: '31' }))).toBe(false);
  });
});

/** A survey with trees enough to have habits. */
function cruise(options: ProtocolOptions, trees: readonly { readonly d: number; readonly h?: number; readonly tag?: string }[] = []) {
  const { made, add, species: kinds, survey, plots } = cruiseOf(options, ['1', '2', 'Twice', 'twice']);
  for (const [i, { d, h, tag }] of trees.entries()) {
    const called = {
      diameter: { kind: 'exact', value: d, unit: 'cm', tool: 'caliper' },
      ...(h === undefined ? {} : { height: { value: h, unit: 'm' as const, by: 'instrument' as const } }),
    } as const;
    const species = (kinds[0] as RecordOf<'species'>).entity;
    add(
      makeRecord(cruiser, 'tree', {
        survey: survey.entity,
        plot: (plots[0] as RecordOf<'plot'>).entity,
        tag: tag ?? String(i + 1),
        species,
        called,
        note: null,
        ...NOWHERE,
      }),
    );
  }
  const book = new Book(made);
  const lines: LineBook = {
    context: lineContext(kinds, options),
    species: kinds,
    ids: new Map(kinds.map((s) => [s.body.code, s.entity])),
    code: (s) => kinds.find((k) => k.entity === s)?.body.code ?? null,
  };
  const rows = sheetOf(book, survey.entity)?.rows ?? [];
  const checker = () =>
    new RowChecker({ book, survey, plots, onPlots: true, lines, protocol: options, ways: USUAL_WAYS, all: rows, range: null });
  const notes = (text: string) => {
    const [plot] = plots as [RecordOf<'plot'>];
    const around = {
      where: { survey: survey.entity, plot: plot.entity },
      book: lines,
      protocol: options,
      ways: USUAL_WAYS,
      last: null,
      tag: '900',
      plot: null,
    };
    return meantLine(text, { ...around, here: here(rows.filter((r) => r.plot === plot.entity)), all: rows, correcting: null }).notes.map(
      (note) => note.code,
    );
  };
  return { checker, notes, rows, plots };
}
const metric = PRESETS['forest-metric'].options;
const why = (c: CheckedRow | undefined) => (c?.state === 'wrong' ? c.reason : c && 'says' in c ? c.says : null);

describe('a sheet that is checked', () => {
  it('names what is wrong of each row, and nothing else waits for it', () => {
    const checker = cruise(metric).checker();
    const sheet = [
      row({ species: 'sp', diameter: '31', second: '17' }),
      row({ diameter: '28' }),
      row({}),
      row({ species: 'sp', diameter: '31', marks: 'x0' }),
      row({ plot: 'nine', species: 'sp', diameter: '31' }),
      row({ plot: 'TWICE', species: 'sp', diameter: '31' }),
      row({ plot: '', species: 'sp', diameter: '31' }),
      row({ species: 'species', diameter: 'diameter' }),
      row({ plot: '2', species: 'be', diameter: '1.234,5' }),
      row({ plot: '2', species: 'be', diameter: '19', marks: '#7' }),
      row({ plot: '2', species: 'be', diameter: '22', marks: '#7' }),
      row({ plot: '1', species: 'be', diameter: '22', marks: '#7' }),
    ];
    const found = sheet.map((r) => checker.check(r));
    expect(found.map((c) => c.state)).toEqual([
      'right',
      'right',
      'empty',
      'wrong',
      'wrong',
      'wrong',
      'wrong',
      'wrong',
      'wrong',
      'right',
      'wrong',
      'right',
    ]);
    expect(found.map(why).filter((w) => w !== null)).toEqual([
      '“x0”: x1 to x999 alike.',
      'There is no plot “nine” in this survey.',
      'Two plots are called “TWICE”.',
      'On which plot? Its name is wanted.',
      'This looks like the heading of a table: leave it out.',
      '“1.234,5” mixes decimal and thousands signs: one decimal sign, no others.',
      'Number 7 stands twice on this sheet.',
    ]);
    const [first, second] = found as { body: { species: string; tag: string } }[];
    // the species goes on to the row that names none, and each gets a number of its own
    expect(second?.body.species).toBe(first?.body.species);
    expect(second?.body.tag).not.toBe(first?.body.tag);
  });
});

describe('a line is held against', () => {
  const usual = Array.from({ length: 40 }, (_, i) => ({ d: 20 + (i % 20), h: 12 + (20 + (i % 20) - 20) * 0.4 + (i % 3) * 0.3 }));
  const { notes } = cruise(metric, usual);
  it('nothing where it is as the others are', () => expect(notes('sp 28 15.5')).toEqual([]));
  it('the numbers that are there', () => expect(notes('sp 28 #12')).toEqual(['tag-taken']));
  it('the thickest so far: a girth for a diameter', () => expect(notes('sp 88')).toEqual(['much-thicker']));
  it('the survey’s own curve: feet for metres, logs for metres', () => {
    expect(notes('sp 28 51')).toContain('off-height-curve');
    expect(notes('sp 28 3')).toContain('off-height-curve');
  });
  it('its species so far', () => expect(notes('be 28')).toEqual(['new-species']));
  it('the statuses and diameters that count: only said', () => {
    expect(notes('sp 28 v')).toEqual(['status']);
    expect(cruise({ ...metric, smallestDiameter: 0.1 }, usual).notes('sp 8')).toEqual(['too-thin']);
  });
  it('nothing of this where the survey has hardly begun', () =>
    expect(cruise(metric, usual.slice(0, 5)).notes('be 88 51')).not.toContain('off-height-curve'));
});

describe('numbers from a range', () => {
  const tree = (tag: string) => ({ id: tag, tag, plot: 'p' }) as unknown as TreeRow;
  const next = (plot: string | null, own: readonly TreeRow[], all: readonly TreeRow[], range: TagRange | null = null) =>
    nextTagOn(plot, here(own), all, range);
  it('go on within it, whatever another device gives', () => {
    const both = [tree('1'), tree('2'), tree('51'), tree('52')];
    expect(next('7', both, both, { from: 1, to: 50 })).toBe('3');
    expect(next('7', both, both, { from: 51, to: 99 })).toBe('53');
    expect(next('7', both, both)).toBe('53');
    const named = [tree('7·01'), tree('7·51')];
    expect(next('7', named, named, { from: 1, to: 50 })).toBe('7·02');
    expect(next('7', named, named, { from: 51, to: 99 })).toBe('7·52');
    expect(next('7', [], [], { from: 51, to: 99 })).toBe('7·51');
  });
  it('go past all that are there once it is used up, and begin anew where there is no plot', () => {
    const all = [tree('1'), tree('2'), tree('3')];
    expect(next('7', all, all, { from: 1, to: 3 })).toBe('4');
    expect(next(null, [], [])).toBe('1');
    expect(next(null, [tree('A 1')], [tree('A 1')])).toBe('A 2');
  });
  it('of two devices are never the same, in any order of what comes from the other', () =>
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.boolean(), fc.boolean()), { maxLength: 40 }), (steps) => {
        const ranges = [
          { from: 1, to: 50 },
          { from: 51, to: 100 },
        ];
        const seen: TreeRow[][] = [[], []];
        const given: string[] = [];
        for (const [second, meet] of steps) {
          const of = second ? 1 : 0;
          const own = seen[of] as (typeof seen)[number];
          const tag = next('7', own, own, ranges[of]);
          given.push(tag);
          own.push(tree(tag));
          if (meet) seen[0] = seen[1] = [...new Map([...(seen[0] ?? []), ...(seen[1] ?? [])].map((t) => [t.tag, t])).values()];
          if (meet) seen[1] = [...(seen[0] ?? [])];
        }
        expect(new Set(given).size).toBe(given.length);
      }),
    ));
});
