import { describe, expect, it } from 'vitest';
import type { ExpandResponse } from '../../contract/expand-answer';
import type { EstimateAnswer, FiguresAnswer } from '../../contract/stand-answer';
import cases from './cases.json';
import { expandAll } from './service';

// worked surveys, whose sums another hand made: asked as anybody may ask the server
// biome-ignore lint/suspicious/noExplicitAny: each method has inputs of its own, as loose as JSON
type Loose = any;
interface Case {
  readonly id: string;
  readonly method: string;
  readonly variant?: string;
  readonly units: { readonly land: string };
  readonly confidence: number;
  readonly formFactor?: number;
  readonly inputs: Loose;
  readonly expected: Loose;
}
const ALL = cases as unknown as readonly Case[];

function ask(c: Case, data: object, more: object = {}): ExpandResponse {
  const request = {
    units: c.units.land === 'acre' ? 'us' : 'metric',
    confidence: c.confidence * 100,
    ...(c.method === 'neededPlots' || c.method === 'boardFeetByPoints' || c.method === 'meanTreeTimesDensity'
      ? {}
      : { formFactor: c.formFactor ?? 0.45 }),
    data,
    ...more,
  };
  const answer = expandAll(request);
  if (!answer.ok) throw new Error(JSON.stringify(answer.errors));
  return answer.value;
}
/** Within a millionth. */
const near = (got: number | null | undefined, wanted: number | null, what: string) => {
  if (wanted === null) return expect(got, what).toBeNull();
  expect(typeof got, what).toBe('number');
  expect(Math.abs((got as number) - wanted), `${what}: ${got} for ${wanted}`).toBeLessThanOrEqual(1e-6 * Math.max(1e-9, Math.abs(wanted)));
};

type Tree = { tree?: number; species?: string; dbh: number; height?: number; logs?: number; countsAs?: number };
const tree = ({ tree: id, species, dbh, height, logs, countsAs }: Tree) => ({
  ...(id === undefined ? {} : { id: String(id) }),
  ...(species ? { species } : {}),
  dbh,
  ...(height === undefined ? {} : { height }),
  ...(logs === undefined ? {} : { logs }),
  ...(countsAs === undefined ? {} : { countsAs }),
});
interface Plot {
  readonly plot: number;
  readonly trees: readonly Tree[];
}
const plotsOf = (plots: readonly Plot[], stratum?: string) =>
  plots.map((p) => ({ name: `${stratum ?? ''}${p.plot}`, ...(stratum ? { stratum } : {}), trees: p.trees.map(tree) }));

const FIELDS: Readonly<Record<string, (e: EstimateAnswer) => number | null>> = {
  n: (e) => e.n,
  mean: (e) => e.mean,
  s: (e) => e.s,
  cv_percent: (e) => e.cv,
  standardError: (e) => e.standardError,
  t: (e) => e.t,
  intervalHalfWidth: (e) => e.halfWidth,
  lower: (e) => e.lower,
  upper: (e) => e.upper,
  samplingError_percent: (e) => e.samplingError,
  satterthwaiteDf: (e) => e.df,
};
function sameEstimate(got: EstimateAnswer | null | undefined, wanted: Loose, what: string) {
  expect(got, what).toBeTruthy();
  if ((wanted as { interval?: null }).interval === null) expect(got?.halfWidth, what).toBeNull();
  for (const [key, value] of Object.entries(wanted)) {
    const field = FIELDS[key];
    if (field) near(field(got as EstimateAnswer), value as number | null, `${what} ${key}`);
  }
}
function sameFigures(got: FiguresAnswer | null | undefined, wanted: Loose, what: string) {
  for (const key of ['trees', 'basalArea', 'volume'] as const) {
    const own = wanted[key] as unknown;
    if (typeof own === 'number') near(got?.[key]?.mean, own, `${what} ${key}`);
    else if (own) sameEstimate(got?.[key], own as Loose, `${what} ${key}`);
  }
  for (const key of ['qmd', 'loreyHeight', 'sdi'] as const)
    if (key in wanted) near(got?.[key], wanted[key] as number | null, `${what} ${key}`);
}
function sameSpecies(answer: ExpandResponse, wanted: Loose | undefined) {
  for (const [name, own] of Object.entries(wanted ?? {}))
    sameFigures(answer.stand?.species.find((s) => s.key === name)?.figures, own as Loose, name);
}
const sameNeeded = (got: readonly { plots: number | null }[] | undefined, wanted: Loose) =>
  expect(got?.map((n) => n.plots)).toEqual(Object.values(wanted));
const errorsOf = (wanted: Loose) => Object.keys(wanted).map((k) => Number.parseFloat(k));

const areaDesign = (i: Loose) => ({ kind: 'area', area: (i.plotArea ?? i.plotArea_m2) as number });
const LAND = { acre: 43_560, hectare: 10_000 } as const;
const inLand = (c: Case, area: number, unit: string) =>
  unit === 'm2' || unit === 'ft2' ? area / LAND[c.units.land as keyof typeof LAND] : area;

/** By method how its case is asked and looked at. */
const METHODS: Readonly<Record<string, (c: Case) => void>> = {
  fixedPlots(c) {
    const { plots, surveyArea, areaUnit } = c.inputs as { plots: Plot[]; surveyArea?: number; areaUnit: string };
    const area = surveyArea === undefined ? {} : { area: inLand(c, surveyArea, areaUnit) };
    const answer = ask(c, { kind: 'plots', design: areaDesign(c.inputs), ...area, plots: plotsOf(plots) });
    sameFigures(answer.stand?.whole, c.expected, c.id);
    sameSpecies(answer, c.expected.bySpecies);
    if ('volumeTotal' in c.expected) near(answer.stand?.total?.volume?.value, c.expected.volumeTotal as number, 'total');
  },
  emptyPlots: (c) => METHODS.fixedPlots?.(c),
  onePlot(c) {
    const { plots, strata } = c.inputs as { plots?: Plot[]; strata?: { stratum: string; area: number; values: number[] }[] };
    if (plots) return METHODS.fixedPlots?.(c);
    const groups = strata?.map(({ stratum, area, values }) => ({ name: stratum, area, values }));
    const whole = ask(c, { kind: 'values', groups }).values?.whole;
    near(whole?.mean, c.expected.mean as number, 'mean');
    expect([whole?.halfWidth, whole?.noInterval]).toEqual([null, 'stratum-of-one-plot']);
  },
  bothUnitSystems(c) {
    const data = { kind: 'plots', design: areaDesign(c.inputs), plots: plotsOf(c.inputs.plots) };
    sameFigures(ask(c, data).stand?.whole, c.expected.metric, 'metric');
    const us = ask(c, data, { answerUnits: 'us' });
    sameFigures(us.stand?.whole, c.expected.us, 'us');
    expect(us).toMatchObject({ units: { diameter: 'in', land: 'acre' }, stand: { per: 'acre' } });
  },
  dominantHeight(c) {
    const { basalAreaFactor, points, plots } = c.inputs as {
      basalAreaFactor?: number;
      points?: { point: number; trees: Tree[] }[];
      plots?: Plot[];
    };
    const asked = points
      ? { kind: 'plots', design: { kind: 'point', factor: basalAreaFactor }, plots: plotsOf(points.map((p) => ({ ...p, plot: p.point }))) }
      : { kind: 'plots', design: areaDesign(c.inputs), plots: plotsOf(plots ?? []) };
    const got = ask(c, asked).stand?.dominantHeight;
    near(got?.mean, c.expected.dominantHeight as number, c.id);
    if (c.expected.byPlot)
      for (const [i, own] of (c.expected.byPlot as (number | null)[]).entries()) near(got?.byPlot[i], own, `plot ${i}`);
  },
  everyTree(c) {
    const { surveyArea, surveyAreaUnit, trees } = c.inputs as { surveyArea: number; surveyAreaUnit: string; trees: Tree[] };
    const data = { kind: 'every-tree', area: inLand(c, surveyArea, surveyAreaUnit), trees: trees.map(({ countsAs: _, ...t }) => tree(t)) };
    const answer = ask(c, data);
    sameFigures(answer.stand?.whole, c.expected, c.id);
    sameSpecies(answer, c.expected.bySpecies);
    const { trees: n, basalArea, volume } = c.expected.total as unknown as Record<string, number>;
    near(answer.stand?.total?.trees.value, n as number, 'all trees');
    near(answer.stand?.total?.basalArea?.value, basalArea as number, 'all basal area');
    near(answer.stand?.total?.volume?.value, volume as number, 'all volume');
    expect(answer.stand?.whole?.volume?.standardError).toBe(0);
  },
  heightCurveNaslund(c) {
    const answer = ask(c, { kind: 'heights', trees: c.inputs.trees, at: c.inputs.predictAt });
    const curve = answer.heights?.curves[0];
    const { alpha, beta, predicted, sumOfSquares } = c.expected.leastSquaresInHeight as {
      alpha: number;
      beta: number;
      predicted: number[];
      sumOfSquares: number;
    };
    const fit = curve?.tried.find((t) => t.model === 'naslund');
    expect(fit?.parameters?.alpha).toBeCloseTo(alpha, 5);
    expect(fit?.parameters?.beta).toBeCloseTo(beta, 6);
    expect(fit?.sumOfSquares).toBeCloseTo(sumOfSquares, 6);
    expect(curve?.at.map((p) => p.height)).toEqual(predicted.map((h) => expect.closeTo(h, 3)));
    expect(curve?.at.map((p) => p.outside)).toEqual([true, false, true]);
  },
  meanTreeTimesDensity(c) {
    const { treeVolumes, density, densityStandardError, surveyArea } = c.inputs as Record<string, never>;
    const data = { kind: 'mean-tree', values: treeVolumes, density, densityError: densityStandardError, area: surveyArea };
    const got = ask(c, data).meanTree;
    const { meanTree, meanTreeStandardError, perUnitLand, standardError, total } = c.expected as Record<string, number>;
    near(got?.meanTree, meanTree as number, 'mean tree');
    near(got?.meanTreeError, meanTreeStandardError as number, 'its error');
    near(got?.perLand.mean, perUnitLand as number, 'per hectare');
    near(got?.perLand.standardError, standardError as number, 'its error');
    near(got?.total?.value, total as number, 'total');
  },
  neededPlots(c) {
    const answer = ask(c, { kind: 'needed', cv: c.inputs.cv_percent }, { errors: c.inputs.errors_percent });
    sameNeeded(answer.needed, c.expected.neededPlots);
  },
  nestedInStrata(c) {
    const { subplots, strata } = c.inputs as {
      subplots: { dbhFrom: number; area: number }[];
      strata: { stratum: string; area: number; plots: Plot[] }[];
    };
    const circles = subplots.map((s) => ({ from: s.dbhFrom, radius: Math.sqrt(s.area / Math.PI) }));
    const answer = ask(c, {
      kind: 'plots',
      design: { kind: 'nested', circles },
      strata: strata.map((s) => ({ name: s.stratum, area: s.area })),
      plots: strata.flatMap((s) => plotsOf(s.plots, s.stratum)),
    });
    sameFigures(answer.stand?.whole, c.expected, c.id);
    for (const own of c.expected.byStratum as Loose[])
      sameFigures(answer.stand?.strata.find((s) => s.name === (own.stratum as string))?.figures, own, own.stratum);
    const { total, totalStandardError, totalIntervalHalfWidth } = c.expected.volume as unknown as Record<string, number>;
    near(answer.stand?.total?.volume?.value, total as number, 'total');
    near(answer.stand?.total?.volume?.standardError, totalStandardError as number, 'its error');
    near(answer.stand?.total?.volume?.halfWidth, totalIntervalHalfWidth as number, 'its interval');
  },
  nestedPlots(c) {
    const circles = (c.inputs.subplots as { dbhFrom_cm: number; area_m2: number }[]).map((s) => ({
      from: s.dbhFrom_cm,
      radius: Math.sqrt(s.area_m2 / Math.PI),
    }));
    const data = { kind: 'plots', design: { kind: 'nested', circles }, plots: plotsOf(c.inputs.plots) };
    const answer = ask(c, data, { errors: errorsOf(c.expected.neededPlotsForVolume) });
    sameFigures(answer.stand?.whole, c.expected, c.id);
    sameSpecies(answer, c.expected.bySpecies);
    sameNeeded(answer.stand?.needed, c.expected.neededPlotsForVolume);
  },
  plotValues(c) {
    const answer = ask(c, { kind: 'values', groups: [{ values: c.inputs.values }] }, { errors: errorsOf(c.expected.neededPlots) });
    sameEstimate(answer.values?.whole, c.expected, c.id);
    sameNeeded(answer.values?.needed, c.expected.neededPlots);
  },
  stratified(c) {
    const strata = c.inputs.strata as { stratum: string; area_ha: number; plotVolumes_m3_per_ha: number[] }[];
    const groups = strata.map((s) => ({ name: s.stratum, area: s.area_ha, values: s.plotVolumes_m3_per_ha }));
    const got = ask(c, { kind: 'values', groups }).values;
    sameEstimate(got?.whole, c.expected, c.id);
    near(got?.total?.value, c.expected.total as number, 'total');
  },
  pointSampling(c) {
    type Sighted = Tree & { distanceAlongSlope: number; slopeAngle_degrees: number; in: boolean };
    const plots = (c.inputs.plots as { plot: number; trees: Sighted[] }[]).map((p) => ({
      name: String(p.plot),
      trees: p.trees.map((t) => ({ ...tree(t), distance: t.distanceAlongSlope, elevation: t.slopeAngle_degrees })),
    }));
    // a tree that was walked through has no distance that would say so: it counts as told
    const asked = plots.map((p) => ({
      ...p,
      trees: p.trees.map(({ countsAs, ...t }) => ((countsAs ?? 1) === 1 ? t : { ...t, countsAs })),
    }));
    const data = { kind: 'plots', design: { kind: 'point', factor: c.inputs.basalAreaFactor }, plots: asked };
    const answer = ask(c, data, { errors: errorsOf(c.expected.neededPlotsForVolume) });
    sameFigures(answer.stand?.whole, c.expected, c.id);
    sameSpecies(answer, c.expected.bySpecies);
    sameNeeded(answer.stand?.needed, c.expected.neededPlotsForVolume);
    const out = (c.inputs.plots as { trees: Sighted[] }[]).flatMap((p) => p.trees.filter((t) => !t.in));
    expect(answer.stand?.uncountedTrees).toBe(out.length);
  },
  pointSamplingWalkThrough(c) {
    type Placed = Tree & { x: number; y: number };
    const { tract, points } = c.inputs as {
      tract: [number, number][];
      points: { point: number; x: number; y: number; trees: Placed[] }[];
    };
    const plots = points.map((p) => ({
      name: String(p.point),
      centre: { x: p.x, y: p.y },
      trees: p.trees.map((t) => {
        const turn = (Math.atan2(t.x - p.x, t.y - p.y) * 180) / Math.PI;
        return { ...tree(t), distance: Math.hypot(t.x - p.x, t.y - p.y), azimuth: turn < 0 ? turn + 360 : turn };
      }),
    }));
    const corners = tract.map(([x, y]) => ({ x, y }));
    const design = { kind: 'point', factor: c.inputs.basalAreaFactor };
    const answer = ask(c, { kind: 'plots', design, tract: { corners }, edge: 'walk-through', plots });
    sameFigures(answer.stand?.whole, c.expected, c.id);
    const out = (c.expected.trees_each as unknown as { countsAs: number }[][]).flat().filter((t) => t.countsAs === 0);
    expect(answer.stand?.uncountedTrees).toBe(out.length);
  },
  rectangularPlots(c) {
    const {
      sideAlong,
      sideAcross,
      bearingOfSideAlong_degrees: axis,
      plots,
    } = c.inputs as {
      sideAlong: number;
      sideAcross: number;
      bearingOfSideAlong_degrees: number;
      plots: { plot: number; trees: (Tree & { azimuth_degrees: number; horizontalDistance: number })[] }[];
    };
    const answer = ask(c, {
      kind: 'plots',
      design: { kind: 'rectangle', width: sideAcross, length: sideAlong },
      plots: plots.map((p) => ({
        name: String(p.plot),
        axis,
        trees: p.trees.map((t) => ({ ...tree(t), azimuth: t.azimuth_degrees, distance: t.horizontalDistance })),
      })),
    });
    sameFigures(answer.stand?.whole, c.expected, c.id);
    const out = (c.expected.in as unknown as boolean[][]).flat().filter((isIn) => !isIn);
    expect(answer.stand?.uncounted).toHaveLength(out.length);
  },
  standTable(c) {
    const data = { kind: 'plots', design: areaDesign(c.inputs), plots: plotsOf(c.inputs.plots) };
    const answer = ask(c, data, { classes: { width: c.inputs.classWidth, names: 'middle' } });
    const wanted = Object.entries(c.expected.byClass as Record<string, Loose>);
    expect(answer.stand?.classes.map((k) => k.key)).toEqual(wanted.map(([key]) => Number(key)));
    for (const [key, own] of wanted) sameFigures(answer.stand?.classes.find((k) => k.key === Number(key))?.figures, own, key);
  },
  stripsRatio(c) {
    const { stripWidth, strips, surveyArea } = c.inputs as {
      stripWidth: number;
      strips: { length: number; volume?: number; trees?: Tree[] }[];
      surveyArea?: number;
    };
    if (strips[0]?.trees) {
      const plots = strips.map((s, i) => ({ name: String(i + 1), length: s.length, trees: (s.trees ?? []).map(tree) }));
      return sameFigures(ask(c, { kind: 'plots', design: { kind: 'strip', width: stripWidth }, plots }).stand?.whole, c.expected, c.id);
    }
    const areas = strips.map((s) => (s.length * stripWidth) / LAND[c.units.land as keyof typeof LAND]);
    const got = ask(c, { kind: 'values', groups: [{ area: surveyArea, values: strips.map((s) => s.volume), areas }] }).values;
    sameEstimate(got?.whole, c.expected, c.id);
    near(got?.total?.value, c.expected.total as number, 'total');
    near(got?.total?.standardError, c.expected.totalStandardError as number, 'its error');
  },
  boardFeetByPoints(c) {
    const {
      strata,
      basalAreaFactor,
      rule,
      formClass_percent: formClass,
      taperPer16FootLog_inches: taperPerLog,
    } = c.inputs as {
      strata: { stratum: string; area_acres: number; points: { point: number; trees: Tree[] }[] }[];
      basalAreaFactor: number;
      rule: 'doyle';
      formClass_percent: number;
      taperPer16FootLog_inches: number;
    };
    const names = new Set(strata.flatMap((s) => s.points.flatMap((p) => p.trees.flatMap((t) => t.species ?? []))));
    const answer = ask(
      c,
      {
        kind: 'plots',
        design: { kind: 'point', factor: basalAreaFactor },
        strata: strata.map((s) => ({ name: s.stratum, area: s.area_acres })),
        plots: strata.flatMap((s) =>
          plotsOf(
            s.points.map((p) => ({ plot: p.point, trees: p.trees })),
            s.stratum,
          ),
        ),
      },
      { species: [...names].map((name) => ({ name, formClass, taperPerLog })) },
    );
    sameEstimate(answer.stand?.whole?.boardFeet[rule], c.expected, c.id);
    near(answer.stand?.total?.boardFeet[rule]?.value, c.expected.total as number, 'total');
    near(answer.stand?.total?.boardFeet[rule]?.halfWidth, c.expected.totalIntervalHalfWidth as number, 'its interval');
  },
};

describe('worked surveys', () => {
  it.each(ALL.map((c) => [`${c.method} ${c.variant ?? ''} (${c.id})`, c] as const))('%s', (_, c) => {
    const look = METHODS[c.method];
    expect(look, c.method).toBeDefined();
    look?.(c);
  });
});
