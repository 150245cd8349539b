import { describe, expect, it } from 'vitest';
import type { ListedTree } from './columns';
import { CHOICE_NAMES, countsOf, EVERYTHING, filtered } from './filters';

const tree = (tag: string, more: Partial<ListedTree> = {}) =>
  ({
    id: tag,
    tag,
    plot: null,
    plotName: '',
    plotState: '',
    count: 1,
    called: [],
    said: { status: null },
    species: null,
    height: 12,
    on: '2026-05-01',
    findings: [],
    among: [],
    seen: [],
    trouble: null,
    struck: false,
    wantsHeight: false,
    notCounted: null,
    unanswered: [],
    onPlot: { undecided: false },
    ...more,
  }) as unknown as ListedTree;
const doubt = [{ code: 'x', what: 'odd', severity: 'doubt' }] as never;
const rows = [
  tree('1', { species: 'oak', plotName: '7', onPlot: { undecided: true } as never }),
  tree('2', { height: null, on: '2026-06-01', wantsHeight: true }),
  tree('3', { findings: doubt, unanswered: ['status'] }),
  tree('4', { notCounted: 'out', findings: doubt, seen: [{ code: 'x', what: 'odd', person: null, at: '' }] }),
  tree('5', { struck: true, height: null, findings: doubt }),
];
const tags = (f: Partial<typeof EVERYTHING>) => filtered(rows, { ...EVERYTHING, ...f }, '2026-06-01').map((r) => r.tag);

describe('the trees that are asked for', () => {
  it('are all but those struck out, until those are asked for', () => {
    expect(tags({})).toEqual(['1', '2', '3', '4']);
    expect(tags({ choice: 'struck' })).toEqual(['5']);
  });
  it('are chosen by what they are, what they lack and what is typed', () => {
    expect(tags({ choice: 'doubtful' })).toEqual(['3']);
    expect(tags({ choice: 'confirmed' })).toEqual(['4']);
    expect(tags({ choice: 'no-height' })).toEqual(['2']);
    expect(tags({ choice: 'today' })).toEqual(['2']);
    expect(tags({ choice: 'wanted' })).toEqual(['2']);
    expect(tags({ choice: 'edge' })).toEqual(['1']);
    expect(tags({ choice: 'not-counted' })).toEqual(['4']);
    expect(tags({ choice: 'unanswered' })).toEqual(['3']);
    expect(tags({ species: 'oak' })).toEqual(['1']);
    expect(tags({ species: '' })).toEqual(['2', '3', '4']);
    expect(tags({ plot: '7', text: 'OAK 1' })).toEqual(['1']);
    expect(tags({ text: 'nothing' })).toEqual([]);
  });
  it('each choice counts what it shows', () => {
    const counts = countsOf(rows, '2026-06-01');
    for (const choice of CHOICE_NAMES) expect(counts[choice]).toBe(tags({ choice }).length);
  });
});
