import { type Metres, metres, type Radians, requireAbove, requireFrom, type Tangent } from '../../units';
import type { SamplingRule } from './define';
import { alongSlope } from './on-slope';
import { checkRule, limitOf } from './rules';

/** A distance from the centre to a tree, as it was found. */
export interface DistanceToTree {
  /** Metres as read. */
  readonly read: Metres;
  /** Standard error of that reading, metres. */
  readonly sigma: Metres;
  /** Where it lay: level, along even ground of this slope and bearing, or along a line of sight of this elevation. */
  readonly along:
    | { readonly kind: 'level' }
    | { readonly kind: 'ground'; readonly slope: Tangent; readonly offFallLine: Radians }
    | { readonly kind: 'sight'; readonly elevation: Radians };
  /** At the bark half the diameter is added to the level distance. */
  readonly to: 'axis' | 'bark';
  /** Where it points, with its standard error; needed where the limit is not the same all round. */
  readonly bearing?: { readonly value: Radians; readonly sigma: Radians };
}

/** Whether a tree is in, and how sure that is. */
export interface Inclusion {
  readonly in: boolean;
  /** Level distance from the centre to the axis. */
  readonly distance: Metres;
  /** Up to which it would be in. */
  readonly limit: Metres;
  /** Limit less distance: above 0 inside. */
  readonly margin: Metres;
  /** Standard error of the margin, with the diameter's own. */
  readonly sigma: Metres;
  /** Whether that margin is no larger than its error allows: a tape, and a diameter by tape, must decide. */
  readonly near: boolean;
  /** What a tape laid as the distance was must read at most, to where it ended, for the tree to be in; null where no length does. */
  readonly tape: Metres | null;
  /** Trees of a hectare it stands for, when it is in. */
  readonly perHectare: number;
}

/**
 * How long a distance reads of each metre level, the way it lay.
 * @param along level, along even ground, or along a line of sight
 * @returns 1 where it lay level, more otherwise
 */
export function readPerLevel(along: DistanceToTree['along']): number {
  switch (along.kind) {
    case 'level':
      return 1;
    case 'ground':
      return alongSlope(metres(1), along.slope, along.offFallLine);
    case 'sight':
      return 1 / Math.cos(along.elevation);
  }
}

/** Two standard errors: nearer the limit than this, one tree in twenty would be put on the wrong side. */
const SURE = 2;

/**
 * Whether a tree is in a sample. On the limit itself it is.
 * @param rule how trees come into the sample
 * @param dbh diameter at breast height, metres, above 0
 * @param sigmaDbh its standard error, metres
 * @param found the distance to it
 * @returns null where the rule does not look for trees so thin
 * @throws DomainError `out-of-range` for a rule, a diameter or a distance that can't be one, `bearing-needed` for a
 * rectangle without a bearing
 */
export function inOrOut(rule: SamplingRule, dbh: Metres, sigmaDbh: Metres, found: DistanceToTree): Inclusion | null {
  checkRule(rule);
  requireAbove('diameter', dbh);
  requireFrom('error of the diameter', sigmaDbh);
  requireFrom('distance', found.read);
  requireFrom('error of the distance', found.sigma);
  const limit = limitOf(rule, dbh, found.bearing?.value ?? null);
  if (limit === null) return null;
  const { along, to } = found;
  const half = to === 'bark' ? dbh / 2 : 0;
  const perLevel = readPerLevel(along);
  const distance = metres(found.read / perLevel + half);
  const margin = metres(limit.distance - distance);
  // the diameter moves the limit, and half of it the distance that ended at the bark
  const byDiameter = limit.perDiameter - (to === 'bark' ? 0.5 : 0);
  const sigma = metres(Math.hypot(found.sigma / perLevel, byDiameter * sigmaDbh, limit.perBearing * (found.bearing?.sigma ?? 0)));
  const onAStep = limit.steps.some((step) => Math.abs(dbh - step) <= SURE * sigmaDbh && sigmaDbh > 0);
  return {
    in: margin >= -TOUCHES,
    distance,
    limit: limit.distance,
    margin,
    sigma,
    near: Math.abs(margin) <= SURE * sigma || onAStep,
    tape: limit.distance > half ? metres((limit.distance - half) * perLevel) : null,
    perHectare: limit.perHectare,
  };
}

/** A limit in feet and a distance in feet meet again as metres only to the last digits. */
const TOUCHES = 1e-9;
