import { Ajv2020 } from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ExpandRequest } from '../../contract/expand';
import type { ExpandResponse } from '../../contract/expand-answer';
import { EXPAND_EXAMPLES } from '../../contract/expand-examples';
import { openApi } from '../../contract/openapi';
import { validate } from '../../contract/validate';
import { expandAll } from './service';

type Plain = Record<string, unknown>;
const document = openApi() as { components: { schemas: Record<string, Plain> } };
const ajv = addFormats.default(new Ajv2020({ strict: false, allErrors: true }));
ajv.addSchema({ $id: 'api', components: document.components });
const conforms = (name: string, value: unknown) => {
  const check = ajv.getSchema(`api#/components/schemas/${name}`) ?? ajv.compile({ $ref: `api#/components/schemas/${name}` });
  return { ok: check(value) as boolean, why: JSON.stringify(check.errors?.slice(0, 3)) };
};
const wired = (value: unknown) => JSON.parse(JSON.stringify(value)) as unknown;
const ask = (request: unknown): ExpandResponse => {
  const answer = expandAll(request);
  if (!answer.ok) throw new Error(JSON.stringify(answer.errors));
  return answer.value;
};
const refusal = (request: unknown): readonly string[] => {
  const answer = expandAll(request);
  return answer.ok ? [] : answer.errors.map((e) => `${e.field}: ${e.allowed}`);
};

describe('the description of expand', () => {
  it.each(Object.keys(EXPAND_EXAMPLES))('describes its example “%s” and the answer to it', (name) => {
    expect(conforms('ExpandRequest', EXPAND_EXAMPLES[name])).toEqual({ ok: true, why: undefined });
    expect(conforms('ExpandResponse', wired(ask(EXPAND_EXAMPLES[name])))).toEqual({ ok: true, why: undefined });
  });

  it('refuses what the server refuses field by field, and the other way round', () => {
    const values = [null, -1, 0, 0.5, 1, 2, 7, 200, 1e9, 'metric', 'point', '1', '', true, false, [], {}, [1, 2], [{}], ['x'], undefined];
    const names = [
      'units',
      'kind',
      'area',
      'count',
      'trees',
      'stratum',
      'countsAs',
      'azimuth',
      'distance',
      'values',
      'areas',
      'nonsense',
      'readings',
      'logs',
      'errors',
      'confidence',
      'length',
      'counted',
      'statuses',
    ];
    const spoil = fc.record({
      name: fc.constantFrom(...Object.keys(EXPAND_EXAMPLES)),
      way: fc.array(fc.nat(5), { maxLength: 7 }),
      field: fc.option(fc.constantFrom(...names)),
      value: fc.constantFrom<unknown>(...values),
    });
    fc.assert(
      fc.property(spoil, ({ name, way, field, value }) => {
        const request = structuredClone(EXPAND_EXAMPLES[name]) as Plain;
        const at = placeIn(request, way);
        const key = field ?? (Object.keys(at)[way[0] ?? 0] as string);
        if (key === undefined) return;
        if (value === undefined) delete at[key];
        else at[key] = value;
        const [schema, server, whole] = [
          conforms('ExpandRequest', wired(request)).ok,
          validate(ExpandRequest, request).ok,
          expandAll(request),
        ];
        // what only lies between several things of a request is no matter of the schema, and the description says it
        expect({ key, value, request: JSON.stringify(request).slice(0, 400), refused: !schema && whole.ok }).toMatchObject({
          refused: false,
        });
        if (!(key === 'areas' || key === 'values')) expect({ key, value, narrower: schema && !server }).toMatchObject({ narrower: false });
        if (whole.ok) expect(conforms('ExpandResponse', wired(whole.value))).toEqual({ ok: true, why: undefined });
      }),
      { numRuns: 1500 },
    );
  });
});
/** Some object within a request. */
function placeIn(request: Plain, way: readonly number[]): Plain {
  let at = request;
  for (const step of way) {
    const inner = Object.values(at).filter((v) => typeof v === 'object' && v !== null) as Plain[];
    const next = inner[step % Math.max(1, inner.length)];
    if (!next) break;
    at = next;
  }
  return Array.isArray(at) ? (typeof at[0] === 'object' && at[0] !== null ? (at[0] as Plain) : request) : at;
}

const circles = (plots: object[], more: object = {}, request: object = {}) => ({
  units: 'metric',
  ...request,
  data: { kind: 'plots', design: { kind: 'circle', radius: 10 }, plots, ...more },
});
const pine = { species: 'pine', dbh: 30, height: 20 };

describe('what can’t be is refused with its place', () => {
  it.each<[string, unknown, RegExp]>([
    ['a confidence of 100 %', circles([{ name: '1' }], {}, { confidence: 100 }), /^confidence: a number from 50 to 99.99/],
    ['an area of 0', circles([{ name: '1' }], { area: 0 }), /^data.area/],
    [
      'an area its plots don’t fit in',
      circles([{ name: '1' }, { name: '2' }], { area: 0.01 }),
      /^data \(area\): at least what its plots cover/,
    ],
    [
      'a factor of 0',
      { units: 'us', data: { kind: 'plots', design: { kind: 'point', factor: 0 }, plots: [{ name: '1' }] } },
      /^data.design.factor/,
    ],
    [
      'a plot of no stratum',
      circles([{ name: '1' }], { strata: [{ name: 'ridge', area: 3 }] }),
      /^data.plots\[0\].stratum: one of the strata: ridge/,
    ],
    ['a stratum nobody told', circles([{ name: '1', stratum: 'x' }]), /^data.plots\[0\].stratum: left out/],
    [
      'a species nobody told',
      circles([{ name: '1', trees: [pine] }], {}, { species: [{ name: 'fir' }] }),
      /trees\[0\].species: one of .*fir/,
    ],
    [
      'the same tag twice',
      circles([
        {
          name: '1',
          trees: [
            { id: '7', ...pine },
            { id: '7', ...pine },
          ],
        },
      ]),
      /trees\[1\].id: each tree/,
    ],
    ['the same plot twice', circles([{ name: '1' }, { name: '1' }]), /plots\[1\].name: each plot once/],
    [
      'a strip without its length',
      { units: 'metric', data: { kind: 'plots', design: { kind: 'strip', width: 10 }, plots: [{ name: 'A' }] } },
      /plots\[0\].length/,
    ],
    ['a count below 0', circles([{ name: '1', trees: [{ ...pine, count: -1 }] }]), /trees\[0\].count/],
    ['a count on a circle', circles([{ name: '1', counted: { trees: 4 } }]), /counted: told of points only/],
    [
      'more doubtful trees than trees',
      {
        units: 'metric',
        data: { kind: 'plots', design: { kind: 'point', factor: 2 }, plots: [{ name: '1', counted: { trees: 2, doubtful: 3 } }] },
      },
      /doubtful: at most the trees counted/,
    ],
    ['trees on a plot that was not reached', circles([{ name: '1', reached: false, trees: [pine] }]), /reached: true where trees/],
    ['a tree lower than breast height', circles([{ name: '1', trees: [{ dbh: 4, height: 1.2 }] }]), /height: above breast height/],
    ['half of a place', circles([{ name: '1', trees: [{ ...pine, azimuth: 20 }] }]), /azimuth: with azimuth only where a distance/],
    [
      'an edge told twice',
      circles([{ name: '1', trees: [{ ...pine, azimuth: 20, distance: 4, countsAs: 2 }] }]),
      /countsAs: left out where an azimuth/,
    ],
    ['several alike with a place', circles([{ name: '1', trees: [{ ...pine, count: 3, distance: 4 }] }]), /count: 1 where a distance/],
    [
      'readings beside a diameter',
      circles([{ name: '1', trees: [{ dbh: 30, readings: [{ kind: 'logs', value: 2 }] }] }], {}, { preset: 'forest-metric' }),
      /dbh: left out where readings/,
    ],
    [
      'readings under no protocol',
      circles([{ name: '1', trees: [{ readings: [{ kind: 'logs', value: 2 }] }] }]),
      /readings: with a preset or protocol/,
    ],
    ['a protocol in other units', circles([{ name: '1' }], {}, { preset: 'timber-us' }), /^units: us/],
    [
      'circles that don’t nest',
      {
        units: 'metric',
        data: {
          kind: 'plots',
          design: {
            kind: 'nested',
            circles: [
              { from: 7, radius: 8 },
              { from: 15, radius: 6 },
            ],
          },
          plots: [{ name: '1' }],
        },
      },
      /larger for thicker trees/,
    ],
    [
      'a rectangle without a bearing',
      {
        units: 'metric',
        data: {
          kind: 'plots',
          design: { kind: 'rectangle', width: 10, length: 20 },
          plots: [{ name: '1', axis: 0, trees: [{ ...pine, distance: 4 }] }],
        },
      },
      /azimuth: told beside the distance/,
    ],
    [
      'a distance where nobody knows how far plots reach',
      {
        units: 'metric',
        data: { kind: 'plots', design: { kind: 'area', area: 500 }, plots: [{ name: '1', trees: [{ ...pine, distance: 4 }] }] },
      },
      /distance: left out where plots are told by their area/,
    ],
    [
      'an outline that crosses itself',
      circles([{ name: '1', centre: { x: 5, y: 2 }, trees: [{ ...pine, azimuth: 1, distance: 1 }] }], {
        tract: {
          corners: [
            { x: 0, y: 0 },
            { x: 10, y: 10 },
            { x: 10, y: 0 },
            { x: 0, y: 10 },
          ],
        },
      }),
      /^data( \(|\.plots\[0\]\.centre)/,
    ],
    [
      'groups of values without areas',
      { units: 'metric', data: { kind: 'values', groups: [{ values: [1, 2] }, { values: [3, 4] }] } },
      /groups\[0\].area: told where there are several/,
    ],
    ['no error to count plots for', { units: 'metric', data: { kind: 'needed', cv: 30 } }, /^errors: at least one/],
    ['an edge without a boundary', circles([{ name: '1' }], { edge: 'circle' }), /^data.edge: told where a tract/],
    ['a centre without a boundary', circles([{ name: '1', centre: { x: 1, y: 1 } }]), /centre: told where a tract/],
    [
      'a boundary without centres',
      circles([{ name: '1' }], {
        tract: {
          corners: [
            { x: 0, y: 0 },
            { x: 90, y: 0 },
            { x: 0, y: 90 },
          ],
        },
      }),
      /centre: where it stands/,
    ],
    [
      'a plot’s share of no land',
      { units: 'metric', data: { kind: 'values', groups: [{ values: [1, 2], plotArea: 1 }] } },
      /plotArea: told where the area/,
    ],
    [
      'strips that don’t fit their land',
      { units: 'metric', data: { kind: 'values', groups: [{ values: [1, 2], areas: [2, 3], area: 4 }] } },
      /area: at least what its strips cover/,
    ],
    [
      'strips that don’t fit their tract',
      { units: 'metric', data: { kind: 'plots', design: { kind: 'strip', width: 20 }, area: 0.1, plots: [{ name: 'A', length: 300 }] } },
      /area\): at least what its strips/,
    ],
    ['a species twice', circles([{ name: '1' }], {}, { species: [{ name: 'fir' }, { name: 'fir' }] }), /^species: each species once/],
    ['more taper than the tree has', circles([{ name: '1', trees: [{ dbh: 12, logs: 12 }] }]), /logs: .*fewer logs or less taper/],
  ])('%s', (_, request, why) => {
    const said = refusal(request);
    expect(said.join('\n')).toMatch(why);
  });
  it('a list that is too long', () => {
    const trees = Array.from({ length: 20_001 }, () => ({ dbh: 20 }));
    expect(refusal({ units: 'metric', data: { kind: 'every-tree', trees } }).join()).toMatch(/20000 trees/);
    const halves = [1, 2].map((n) => ({ name: String(n), trees: trees.slice(0, 12_000) }));
    expect(refusal(circles(halves)).join()).toMatch(/at most 20000 trees in one request/);
  });
});

const notes = (answer: ExpandResponse) => answer.stand?.notes.map((n) => n.code) ?? [];

describe('what is left out or assumed is said', () => {
  it('a tree past its circle, too thin, or of a status that does not count is in no sum', () => {
    const trees = [
      { id: 'far', ...pine, distance: 10.01 },
      { id: 'on', ...pine, distance: 10 },
      { id: 'thin', dbh: 6.9 },
      { id: 'stump', dbh: 40, status: 'stump' },
    ];
    const { stand } = ask(circles([{ name: '1', trees }], {}, { smallest: 7 }));
    expect(stand?.uncounted.map((t) => [t.tree, t.why])).toEqual([
      ['far', 'out'],
      ['thin', 'too-thin'],
      ['stump', 'status'],
    ]);
    expect(stand?.whole?.counted).toBe(1);
  });
  it('one plot has a mean and no interval', () => {
    const { stand } = ask(circles([{ name: '1', trees: [pine] }], {}, { errors: [10] }));
    expect(stand?.whole?.volume).toMatchObject({ halfWidth: null, noInterval: 'one-plot' });
    expect(stand?.needed).toEqual([{ error: 10, plots: null, more: null, beyond: false }]);
  });
  it('plots not reached, moved ones, strata without plots or area', () => {
    const request = circles(
      [
        { name: '1', stratum: 'ridge', trees: [pine] },
        { name: '2', stratum: 'ridge', shifted: true },
        { name: '3', stratum: 'creek' },
        { name: '4', stratum: 'creek', reached: false },
      ],
      { strata: [{ name: 'ridge', area: 3 }, { name: 'creek' }, { name: 'bog', area: 1 }] },
    );
    const answer = ask(request);
    expect(notes(answer)).toEqual(expect.arrayContaining(['not-reached', 'shifted', 'strata-without-plots', 'strata-without-area']));
    expect(answer.stand).toMatchObject({
      whole: null,
      total: null,
      strata: [
        { name: 'ridge', plots: 2 },
        { name: 'creek', plots: 1 },
      ],
    });
  });
  it('a height from no curve, a form factor nobody told, units that hardly go together', () => {
    const answer = ask(circles([{ name: '1', trees: [{ dbh: 30 }, { dbh: 12.2, height: 98 }] }]));
    expect(notes(answer)).toEqual(expect.arrayContaining(['no-curve', 'form-factor', 'not-together', 'no-area']));
    expect(answer.stand?.whole?.without).toMatchObject({ volume: 1, height: 1 });
  });
  it('a tree on a point without a diameter speaks for nothing', () => {
    const answer = ask({
      units: 'metric',
      data: { kind: 'plots', design: { kind: 'point', factor: 2 }, plots: [{ name: '1', trees: [{ height: 12 }, { dbh: 20 }] }] },
    });
    expect(notes(answer)).toContain('without-diameter');
    expect(answer.stand?.whole?.counted).toBe(1);
  });
  it('plots near an edge whose trees nobody placed', () => {
    const corners = [
      { x: 0, y: 0 },
      { x: 100, y: 0 },
      { x: 100, y: 100 },
      { x: 0, y: 100 },
    ];
    const at = (x: number, trees: object[]) => circles([{ name: '1', centre: { x, y: 50 }, trees }], { tract: { corners } });
    expect(notes(ask(at(5, [pine])))).toContain('edges-open');
    expect(notes(ask(at(50, [pine])))).not.toContain('edges-open');
    // the tree's own circle of 10 m, 1 m from a straight edge, lies a little more than half inside
    const weighed = ask(at(5, [{ ...pine, azimuth: 270, distance: 4 }])).stand?.whole?.trees.mean ?? 0;
    const segment = 100 * Math.acos(0.1) - Math.sqrt(99);
    expect(weighed).toBeCloseTo(10_000 / (Math.PI * 100 - segment), 6);
  });
});
