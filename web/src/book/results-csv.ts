import {
  type Estimate,
  type FilledTrees,
  fromMetres,
  LOG_RULE_NAMES,
  metres,
  type StandFigures,
  type StandTree,
  UNITS_OF,
  type UnitSystem,
} from '@arbolito/core';
import Papa from 'papaparse';
import { IN_SI, ofLand } from './land-units';
import type { Prepared } from './prepared';
import type { SurveyResults } from './survey-results';

/** What a survey's units are called in a header. */
function columnsOf(units: UnitSystem) {
  const inSi = IN_SI[units];
  const plainly = (name: string) => name.replace('²', '2').replace('³', '3');
  const { diameter, height, basalArea, volume, land } = inSi.names;
  return { diameter, length: height, area: plainly(basalArea), volume: plainly(volume), land, inSi };
}

// a cell that a spreadsheet would run as a formula is made text
const text = (rows: readonly Readonly<Record<string, unknown>>[], fields: readonly string[]) =>
  `${Papa.unparse({ fields: [...fields], data: rows.map((r) => fields.map((f) => r[f] ?? '')) }, { escapeFormulae: true })}\r\n`;
/** Digits enough to be read back as what it was to the last tenth of a thousandth. */
const plain = (v: number | null | undefined) => (v === null || v === undefined ? '' : Number(v.toPrecision(10)));

/** The trees of a survey with what each stands for, a line each; units stand in the headers. */
export function treesCsv(prepared: Prepared, { trees, curveOf, outside }: FilledTrees, units: UnitSystem): string {
  const c = columnsOf(units);
  const { diameter, length } = UNITS_OF[units];
  const list = prepared.land.how === 'every-tree' && prepared.land.area === null;
  const stands = list ? 'stands_for' : `stands_for_per_${c.land}`;
  const beyond = new Set(outside);
  const fields = [
    'plot',
    'tree',
    'species',
    'status',
    'product',
    'grade',
    'alike',
    `dbh_${c.diameter}`,
    `height_${c.length}`,
    'height_from',
    `basal_area_${c.area}`,
    `volume_${c.volume}`,
    ...LOG_RULE_NAMES.map((r) => `${r}_bdft`),
    stands,
    'counted',
  ];
  const rows = trees.map((t: StandTree, i) => ({
    ...prepared.label(t.id),
    species: t.groups.species,
    status: t.groups.status,
    product: t.groups.product,
    grade: t.groups.grade,
    alike: t.count,
    [`dbh_${c.diameter}`]: t.dbh === null ? '' : plain(fromMetres(metres(t.dbh), diameter)),
    [`height_${c.length}`]: t.height === null ? '' : plain(fromMetres(metres(t.height), length)),
    height_from: t.height === null ? '' : curveOf[i] ? (beyond.has(t.id) ? 'curve, outside its trees' : 'curve') : 'measured',
    [`basal_area_${c.area}`]: plain(t.basalArea === null ? null : t.basalArea / c.inSi.area),
    [`volume_${c.volume}`]: plain(t.volume === null ? null : t.volume / c.inSi.volume),
    ...Object.fromEntries(LOG_RULE_NAMES.map((r) => [`${r}_bdft`, plain(t.boardFeet?.[r] ?? null)])),
    [stands]: plain(t.weight * (list ? 1 : ofLand(c.inSi))),
    counted: 'yes',
  }));
  const left = prepared.uncounted.map(({ plot, tree, count, why }) => ({ plot, tree, alike: count, counted: WHY[why] }));
  return text([...rows, ...left], fields);
}
const WHY = { status: 'no: its status', 'too-thin': 'no: too thin', out: 'no: outside its plot' } as const;

/** The stand table: all, by stratum, species, class, and species by class; each figure with its ±. */
export function standCsv({ result, units, confidence }: Pick<SurveyResults, 'result' | 'units' | 'confidence'>): string {
  const c = columnsOf(units);
  const list = result.per === 'list';
  const [land, per] = list ? [1, ''] : [ofLand(c.inSi), `_per_${c.land}`];
  const percent = `plus_minus_${Number((confidence * 100).toFixed(2))}pc`;
  const quantities = [
    ['trees', `trees${per}`, land, (f: StandFigures) => f.trees],
    ['basal_area', `basal_area_${c.area}${per}`, land / c.inSi.area, (f: StandFigures) => f.basalArea],
    ['volume', `volume_${c.volume}${per}`, land / c.inSi.volume, (f: StandFigures) => f.volume],
    ...LOG_RULE_NAMES.filter((r) => result.whole?.boardFeet[r]).map(
      (r) => [r, `${r}_bdft${per}`, land, (f: StandFigures) => f.boardFeet[r] ?? null] as const,
    ),
  ] as readonly (readonly [string, string, number, (f: StandFigures) => Estimate | null])[];
  const fields = [
    'of',
    'stratum',
    'species',
    `class_${c.diameter}`,
    'trees_looked_at',
    ...quantities.flatMap(([short, name]) => [name, `${short}_${percent}`]),
    `qmd_${c.diameter}`,
    'trees_without_volume',
  ];
  const line = (of: string, key: object, f: StandFigures) => ({
    of,
    ...key,
    trees_looked_at: f.counted,
    ...Object.fromEntries(
      quantities.flatMap(([short, name, k, take]) => {
        const e = take(f);
        return [
          [name, plain(e && e.mean * k)],
          [`${short}_${percent}`, plain(e?.halfWidth === null || !e ? null : e.halfWidth * k)],
        ];
      }),
    ),
    [`qmd_${c.diameter}`]: f.qmd === null ? '' : plain(fromMetres(metres(f.qmd), UNITS_OF[units].diameter)),
    trees_without_volume: f.without.volume,
  });
  const rows = [
    ...(result.whole ? [line('all', {}, result.whole)] : []),
    ...result.strata.map((s) => line('stratum', { stratum: s.name }, s.figures)),
    ...result.by.species.map((g) => line('species', { species: g.key }, g.figures)),
    ...result.by.class.map((g) => line('class', { [`class_${c.diameter}`]: g.key }, g.figures)),
    ...result.table.map((t) => line('species and class', { species: t.species, [`class_${c.diameter}`]: t.class }, t.figures)),
  ];
  return text(rows, fields);
}
