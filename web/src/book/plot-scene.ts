import {
  fromMetres,
  limitOf,
  metres,
  type Outline,
  type PlanPoint,
  type PlotScene,
  type PlotShape,
  radians,
  type UnitSystem,
  wayTo,
} from '@arbolito/core';
import type { RuleInput } from '../contract/sampling';
import { ruleOf } from './inclusion';
import { isOut } from './on-plot';
import { edgesAbout, northOf, positionOf, ruleOfPlot } from './sample';
import type { Stated } from './things';
import type { TreeRow } from './tree-row';

type Survey = Stated<'survey'>;
type Plot = Stated<'plot'>;

/** What is drawn of a plot beside its trees: the same as long as plot, stratum and design are. */
export interface PlotGround {
  /** Null with the reason where nobody said how large it is. */
  readonly rule: RuleInput | null;
  readonly lacks: string | null;
  readonly shape: PlotShape;
  readonly outline: Outline | null;
}

export function groundOf(survey: Survey, plot: Plot, stratum: Stated<'stratum'> | null): PlotGround {
  const design = survey.body.design ?? null;
  const found = ruleOfPlot(plot.body, design);
  const outline = edgesAbout(plot.body, stratum, design);
  if (!found.ok) return { rule: null, lacks: found.reason, shape: { kind: 'circles', circles: [{ radius: 10, from: null }] }, outline };
  return { rule: found.rule, lacks: null, shape: shapeOf(found.rule, plot.body.axis ?? null), outline };
}

/** @param axis bearing of a strip's line; drawn to the north where nobody said */
export function shapeOf(rule: RuleInput, axis: number | null): PlotShape {
  switch (rule.kind) {
    case 'circle':
      return { kind: 'circles', circles: [{ radius: rule.radius, from: null }] };
    case 'nested':
      return { kind: 'circles', circles: rule.circles.map(({ radius, from }) => ({ radius, from })) };
    case 'rectangle':
      return { kind: 'rectangle', width: rule.width, length: rule.length, axis: rule.axis };
    case 'strip':
      return { kind: 'strip', width: rule.width, length: rule.length, axis: axis ?? 0 };
    case 'point':
      return { kind: 'point', perDiameter: limitOf(ruleOf(rule), metres(1))?.perDiameter ?? 0 };
  }
}

/** The way from one plot to another in the survey's own north; null where one of them lies nowhere. */
export function wayBetween(survey: Survey, from: Plot, to: Plot): { readonly bearing: number; readonly distance: number } | null {
  const [a, b] = [positionOf(from.body), positionOf(to.body)];
  if (!a || !b) return null;
  const north = northOf(survey.body.design ?? null, a);
  if (north === null) return null;
  const { bearing, distance } = wayTo(a, b);
  return { bearing: (bearing - north + 360) % 360, distance };
}

/** The tree in hand: where it stands, as far as that is typed. */
export interface InHand {
  readonly at: PlanPoint;
  readonly dbh: number | null;
}

/** How far from the centre a tree in hand may stand, all round; null where that is not known. */
export function limitInHand(rule: RuleInput | null, dbh: number | null, bearing: number | null): number | null {
  if (rule === null || dbh === null || dbh <= 0) return null;
  if (rule.kind === 'rectangle' && bearing === null) return null;
  return limitOf(ruleOf(rule), metres(dbh), bearing === null ? null : radians((bearing * Math.PI) / 180))?.distance ?? null;
}

/** Letters that stand for species on a plan, and which ink. */
export type SpeciesCodes = ReadonlyMap<string | null, { readonly code: string; readonly ink: number }>;

/** A plot as it is drawn, with the trees of it that stand somewhere. */
export function plotScene(
  ground: PlotGround,
  plot: Plot,
  rows: readonly TreeRow[],
  codes: SpeciesCodes,
  units: UnitSystem,
  more: { readonly next: PlotScene['next']; readonly hand: PlotScene['hand'] },
): PlotScene {
  const { slope, aspect, witnesses } = plot.body;
  const thin = units === 'us' ? 'in' : 'cm';
  return {
    shape: ground.shape,
    outline: ground.outline,
    edges: plot.body.edges ?? [],
    trees: rows.flatMap(({ id, onPlot, dbh, species, notCounted }) => {
      const { at, inclusion, undecided } = onPlot;
      if (!at) return [];
      const known = codes.get(species);
      const stands = isOut(onPlot) && !undecided ? 'out' : inclusion === null ? 'unsaid' : undecided ? 'near' : 'in';
      const code = [known?.code ?? '?', dbh === null ? '' : String(Math.round(fromMetres(metres(dbh), thin)))].filter(Boolean).join(' ');
      return [{ id, code: notCounted === 'status' ? `${code} †` : code, at, dbh, stands, ink: known?.ink ?? 0 } as const];
    }),
    slope: slope == null || aspect == null ? null : { degrees: slope, downhill: aspect },
    witnesses: (witnesses ?? []).map(({ what, azimuth, distance }) => {
      const turn = (azimuth * Math.PI) / 180;
      return { what, at: { x: distance * Math.sin(turn), y: distance * Math.cos(turn) } };
    }),
    units,
    ...more,
  };
}
