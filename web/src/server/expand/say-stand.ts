import {
  type Estimate,
  HEIGHT_MODELS,
  type HeightCurve,
  type HeightCurves,
  heightOn,
  type LogRuleName,
  type NeededPlots,
  SQUARE_METRES_PER_HECTARE,
  type StandFigures,
  type UnitSystem,
} from '@arbolito/core';
import { IN_SI, type InSi, ofLand } from '../../book/land-units';
import { aimOf, plotsNeeded, type SurveyStand, thickestOf } from '../../book/stand';
import type { StandWord } from '../../book/stand-words';
import {
  type CurveAnswer,
  type EstimateAnswer,
  estimateAnswer,
  type FiguresAnswer,
  type NeededAnswer,
  type NoteAnswer,
  type OffTreeAnswer,
  type SurveyFigures,
  type TotalAnswer,
  type TotalsAnswer,
} from '../../contract/stand-answer';

const MOST_UNCOUNTED = 1000;
const MOST_OFF = 200;
const MOST_NAMED = 50;

/** How figures per hectare are said per unit of land; of a list as they are. */
interface Per {
  readonly units: InSi;
  readonly trees: number;
  readonly basalArea: number;
  readonly volume: number;
}
const perLand = (units: InSi, list: boolean): Per => {
  const land = list ? 1 : ofLand(units);
  return { units, trees: land, basalArea: land / units.area, volume: land / units.volume };
};

/**
 * A survey's figures as they go over the wire.
 * @param system of the answer
 * @param errors sampling errors wanted, per cent
 */
export function standAnswer(stand: SurveyStand, system: UnitSystem, errors: readonly number[]): SurveyFigures {
  const { result, filled, prepared, notes, intervals, confidence } = stand;
  const units = IN_SI[system];
  const per = perLand(units, result.per === 'list');
  const land = ofLand(units);
  const { whole, area } = result;
  const figures = (f: StandFigures) => figuresAnswer(f, per);
  const grouped = (kind: 'species' | 'product' | 'grade' | 'status') =>
    result.by[kind].map((g) => ({ key: g.key === null ? null : String(g.key), figures: figures(g.figures) }));
  const height = (v: number | null) => (v === null ? null : v / units.length);
  const labelled = prepared.label;
  const aim = whole && aimOf(whole);
  return {
    per: result.per === 'list' ? 'list' : units.per,
    area: area === null ? null : area / units.land,
    whole: whole && figures(whole),
    total: whole && totals(whole, area, result.per === 'list', units),
    strata: result.strata.map((s) => ({
      name: s.name,
      area: s.area === null ? null : s.area / units.land,
      plots: s.plots,
      figures: figures(s.figures),
    })),
    species: grouped('species'),
    classes: result.by.class.map((g) => ({ key: g.key === null ? null : Number(g.key), figures: figures(g.figures) })),
    products: grouped('product'),
    grades: grouped('grade'),
    statuses: grouped('status'),
    table: result.table.map((c) => ({
      species: c.species === null ? null : String(c.species),
      class: c.class === null ? null : Number(c.class),
      figures: figures(c.figures),
    })),
    dominantHeight: {
      mean: height(result.dominantHeight.mean),
      byPlot: result.dominantHeight.byPlot.map(height),
      thickest: Math.round(thickestOf(system) * land),
    },
    plots: (prepared.land.how === 'every-tree' ? [] : result.plots).map((p) => ({
      name: prepared.plotNames.get(p.id) ?? p.id,
      stratum: prepared.land.strata.find((s) => s.id === p.stratum)?.name ?? null,
      trees: p.trees * per.trees,
      basalArea: p.basalArea * per.basalArea,
      volume: p.volume * per.volume,
    })),
    neededFor: aim?.of ?? null,
    needed: whole && result.per !== 'list' ? errors.map((e) => needed(e, plotsNeeded(whole, e / 100, confidence), whole.trees.n)) : [],
    intervals,
    curves: curvesAnswer(filled.curves, units, []),
    byCurve: filled.byCurve,
    off: filled.off.slice(0, MOST_OFF).map((o) => offAnswer(o, labelled(o.id), units)),
    nextHeight: filled.next && {
      ...labelled(filled.next.id),
      before: filled.next.before * per.volume,
      after: filled.next.after * per.volume,
    },
    uncounted: prepared.uncounted.slice(0, MOST_UNCOUNTED).map(({ plot, tree, why }) => ({ plot, tree, why })),
    uncountedTrees: prepared.uncounted.reduce((n, t) => n + t.count, 0),
    notes: notes.map(noteAnswer),
  };
}

export const needed = (error: number, plots: NeededPlots | null, there: number): NeededAnswer =>
  plots === null || plots === 'beyond'
    ? { error, plots: null, more: null, beyond: plots === 'beyond' }
    : { error, plots, more: Math.max(0, plots - there), beyond: false };

export const noteAnswer = ({ code, what, of }: StandWord): NoteAnswer => ({ code, what, of: of.slice(0, MOST_NAMED) });

function figuresAnswer(f: StandFigures, per: Per): FiguresAnswer {
  const { units } = per;
  return {
    counted: f.counted,
    trees: estimateAnswer(f.trees, per.trees),
    basalArea: f.basalArea && estimateAnswer(f.basalArea, per.basalArea),
    volume: f.volume && estimateAnswer(f.volume, per.volume),
    boardFeet: byRule(f.boardFeet, (e) => estimateAnswer(e, per.trees)),
    qmd: f.qmd === null ? null : f.qmd / units.diameter,
    loreyHeight: f.loreyHeight === null ? null : f.loreyHeight / units.length,
    sdi: f.standDensityIndex === null ? null : f.standDensityIndex * per.trees,
    without: f.without,
  };
}
const byRule = <T>(from: Readonly<Partial<Record<LogRuleName, Estimate>>>, say: (e: Estimate) => T) =>
  Object.fromEntries(Object.entries(from).map(([rule, e]) => [rule, say(e)])) as Partial<Record<LogRuleName, T>>;

/** On all the land: per hectare times hectares; of a list its sums. */
function totals(f: StandFigures, area: number | null, list: boolean, units: InSi): TotalsAnswer | null {
  if (!list && area === null) return null;
  const hectares = list ? 1 : (area as number) / SQUARE_METRES_PER_HECTARE;
  const of = (e: Estimate, unit: number) => totalAnswer(estimateAnswer(e, hectares / unit));
  return {
    trees: of(f.trees, 1),
    basalArea: f.basalArea && of(f.basalArea, units.area),
    volume: f.volume && of(f.volume, units.volume),
    boardFeet: byRule(f.boardFeet, (e) => of(e, 1)),
  };
}
export const totalAnswer = ({ mean, standardError, halfWidth }: EstimateAnswer): TotalAnswer => ({ value: mean, standardError, halfWidth });

/** So many points draw a curve. */
const POINTS = 25;

/** @param at diameters, in the answer's unit; over each curve's range where none is asked for */
export function curvesAnswer({ own, together }: HeightCurves, units: InSi, at: readonly number[]): CurveAnswer[] {
  return [...own, ...(together?.ok ? [together.value] : [])].map((curve) => {
    const { fit, from, to, species, tried } = curve;
    return {
      species,
      model: fit.model,
      formula: HEIGHT_MODELS[fit.model].formula,
      n: fit.n,
      from: from / units.diameter,
      to: to / units.diameter,
      tried: tried.map((t, i) => {
        const model = Object.values(HEIGHT_MODELS)[i] as (typeof HEIGHT_MODELS)[keyof typeof HEIGHT_MODELS];
        if (!t.ok) return { model: model.name, ok: false, sigma: null, sumOfSquares: null, crossValidated: null, reason: t.reason };
        const { parameters, sigma, sumOfSquares, crossValidated } = t.value;
        const named = Object.fromEntries(model.parameters.map((name, k) => [name, parameters[k] as number]));
        return { model: model.name, ok: true, parameters: named, sigma, sumOfSquares, crossValidated, reason: null };
      }),
      at: (at.length > 0 ? at.map((d) => d * units.diameter) : spread(curve)).map((dbh) => {
        const said = heightOn(curve, dbh);
        return {
          dbh: dbh / units.diameter,
          height: said.height / units.length,
          sigmaCurve: said.sigmaCurve / units.length,
          sigma: said.sigma / units.length,
          outside: said.outside,
        };
      }),
    };
  });
}
const spread = ({ from, to }: HeightCurve) =>
  to > from ? Array.from({ length: POINTS }, (_, i) => from + ((to - from) * i) / (POINTS - 1)) : [from];

export const offAnswer = (
  off: {
    readonly dbh: number;
    readonly height: number;
    readonly expected: number;
    readonly deviation: number;
    readonly causes: readonly string[];
  },
  label: { readonly plot: string; readonly tree: string },
  units: InSi,
): OffTreeAnswer => ({
  ...label,
  dbh: off.dbh / units.diameter,
  height: off.height / units.length,
  expected: off.expected / units.length,
  deviation: off.deviation,
  causes: [...off.causes],
});
