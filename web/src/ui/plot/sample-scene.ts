import {
  formatNumber,
  limitOf,
  METRES_PER_INCH,
  metres,
  metresPerLength,
  type PlotScene,
  radians,
  SQUARE_METRES_PER_ACRE,
  showDiameter,
  type UnitSystem,
} from '@arbolito/core';
import { ruleOf } from '../../book/inclusion';
import { shapeOf } from '../../book/plot-scene';
import type { DesignRule } from '../../contract/design';
import type { RuleInput } from '../../contract/sampling';

/** A tree that most have in mind: 40 cm, or 16 in. */
const USUAL: Readonly<Record<UnitSystem, number>> = { metric: 0.4, us: 16 * METRES_PER_INCH };

/** A plot of a design with a tree of usual thickness at its limit, and what that means in words. */
export function limitOfSample(rule: DesignRule, units: UnitSystem): { readonly scene: PlotScene; readonly says: string } {
  const whole: RuleInput =
    rule.kind === 'rectangle' ? { ...rule, axis: 0 } : rule.kind === 'strip' ? { ...rule, length: 4 * rule.width } : rule;
  const dbh = USUAL[units];
  const limit = limitOf(ruleOf(whole), metres(dbh), radians(0));
  const per = metresPerLength(units);
  const unit = units === 'us' ? 'ft' : 'm';
  const far = (m: number) => `${formatNumber(m / per, 2)} ${unit}`;
  const each = limit
    ? ` and stands for ${formatNumber(limit.perHectare * (units === 'us' ? SQUARE_METRES_PER_ACRE / 10_000 : 1), 1)} trees ${units === 'us' ? 'an acre' : 'a hectare'}`
    : '';
  const thick = showDiameter(metres(dbh), units);
  const says =
    rule.kind === 'strip'
      ? `Trees up to ${far(rule.width / 2)} either side of the line are in.`
      : limit
        ? `A tree of ${thick} is in up to ${far(limit.distance)} from the centre${rule.kind === 'rectangle' ? ' along the axis' : ''}${each}.`
        : `A tree of ${thick} is too thin for this.`;
  const at = limit && rule.kind !== 'strip' ? { x: 0, y: limit.distance } : null;
  return {
    says,
    scene: {
      shape: shapeOf(whole, rule.kind === 'strip' ? 0 : null),
      trees: [],
      slope: null,
      outline: null,
      edges: [],
      witnesses: [],
      next: null,
      hand: at && { at, dbh, limit: rule.kind === 'point' ? (limit?.distance ?? null) : null },
      units,
    },
  };
}
