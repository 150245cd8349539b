import {
  areaOfRule,
  checkRule,
  DomainError,
  distanceToEdge,
  flatAround,
  type GeoArea,
  gridConvergence,
  isInside,
  type Outline,
  outlineFromEdges,
  outlinesOf,
  type PlanPoint,
  type Position,
} from '@arbolito/core';
import type { RecordOf } from '../contract/envelope';
import type { RuleInput } from '../contract/sampling';
import { ruleOf, type Standpoint } from './inclusion';
import type { Stated } from './things';
import { usable } from './usable';

type Plot = RecordOf<'plot'>['body'];
type Design = NonNullable<RecordOf<'survey'>['body']['design']>;

/** How trees come into one plot: by what it says of itself, else by its survey's design; or what is lacking. */
export type PlotRule =
  | { readonly ok: true; readonly rule: RuleInput }
  | {
      readonly ok: false;
      readonly reason: string;
      /** Whether a size was entered, and can't be one. */
      readonly unusable?: boolean;
    };

const lacks = (reason: string): PlotRule => ({ ok: false, reason });

/**
 * @param plot what is said of it
 * @param design of its survey; null where that says nothing
 */
export function ruleOfPlot(plot: Plot, design: Design | null): PlotRule {
  const said = ruleSaid(plot, design);
  if (!said.ok) return said;
  const wrong = usable(() => {
    const rule = ruleOf(said.rule);
    checkRule(rule);
    const area = areaOfRule(rule);
    if (area !== null && !Number.isFinite(area)) throw new DomainError('not-finite', 'area of the plot', area, 'a finite number');
  });
  return wrong instanceof DomainError
    ? { ok: false, reason: `The size of the plot is impossible: ${wrong.message}.`, unusable: true }
    : said;
}

function ruleSaid(plot: Plot, design: Design | null): PlotRule {
  if (plot.radius != null) return { ok: true, rule: { kind: 'circle', radius: plot.radius } };
  if (plot.basalAreaFactor != null) return { ok: true, rule: { kind: 'point', factor: plot.basalAreaFactor, units: 'metric' } };
  const own = plot.width != null && plot.length != null ? { width: plot.width, length: plot.length } : null;
  const rule = design?.rule ?? null;
  if (own && rule?.kind !== 'strip') return rectangle(own, plot);
  switch (rule?.kind) {
    case undefined:
      return lacks('Neither the plot nor its survey says how large it is.');
    case 'rectangle':
      return rectangle(rule, plot);
    case 'strip':
      return plot.length == null
        ? lacks('How long was the strip? Without its length nothing can be said per hectare.')
        : { ok: true, rule: { kind: 'strip', width: plot.width ?? rule.width, length: plot.length } };
    default:
      return { ok: true, rule: rule as RuleInput };
  }
}

const rectangle = ({ width, length }: { readonly width: number; readonly length: number }, { axis }: Plot): PlotRule =>
  axis == null
    ? lacks('Which way does the long side of the rectangle run? Its bearing is needed.')
    : { ok: true, rule: { kind: 'rectangle', width, length, axis } };

/** Where a plot's centre or a tree lies on the map; null where nobody said. */
export const positionOf = ({
  longitude,
  latitude,
}: {
  readonly longitude?: number | null;
  readonly latitude?: number | null;
}): Position | null => (longitude == null || latitude == null ? null : [longitude, latitude]);

/**
 * How far the north that a survey's bearings count from lies east of true north, degrees.
 * @returns null where bearings are magnetic and nobody said the declination
 */
export function northOf(design: Design | null, position: Position): number | null {
  if (!design || design.north === 'true') return 0;
  return design.north === 'grid' ? gridConvergence(position) : (design.declination ?? null);
}

const turned = ({ x, y }: PlanPoint, degrees: number): PlanPoint => {
  // a bearing counts from a north that lies so far east: seen from it everything lies so much farther west
  const turn = (degrees * Math.PI) / 180;
  const [sin, cos] = [Math.sin(turn), Math.cos(turn)];
  return { x: x * cos - y * sin, y: x * sin + y * cos };
};

/**
 * The tract's edges about a plot, its centre at 0, 0, the survey's own north up: as they were met from the centre, else
 * from the stratum's outline. Null where nothing is known of them.
 */
export function edgesAbout(plot: Plot, stratum: Stated<'stratum'> | null, design: Design | null): Outline | null {
  if (plot.edges?.length) return outlineFromEdges(plot.edges);
  const position = positionOf(plot);
  const north = position && northOf(design, position);
  const area = stratum?.body.outline as GeoArea | null | undefined;
  if (!position || !area || north === null) return null;
  const flat = flatAround(position);
  const outlines = outlinesOf(area, (p) => turned(flat(p), north));
  return outlines.find((o) => isInside(o, CENTRE)) ?? outlines[0] ?? null;
}

const CENTRE: PlanPoint = { x: 0, y: 0 };

/** A plot as trees are looked at from it. */
export type PlotSample = { readonly ok: true; readonly sample: Standpoint } | { readonly ok: false; readonly reason: string };

/**
 * What judges the trees of a plot, remembered by whoever asks for many.
 * @param plot its record
 * @param stratum it lies in, where one is said
 * @param design of its survey
 */
export function sampleOf(plot: Stated<'plot'>, stratum: Stated<'stratum'> | null, design: Design | null): PlotSample {
  const rule = ruleOfPlot(plot.body, design);
  if (!rule.ok) return rule;
  const { slope, aspect } = plot.body;
  const outline = edgesAbout(plot.body, stratum, design);
  return {
    ok: true,
    sample: {
      rule: ruleOf(rule.rule),
      ...(slope == null ? {} : { slope }),
      ...(aspect == null ? {} : { downhill: aspect }),
      ...(outline ? { plan: { centre: CENTRE, outline, clear: isInside(outline, CENTRE) ? distanceToEdge(outline, CENTRE) : 0 } } : {}),
    },
  };
}
