import type { ProtocolOptions } from '../survey/index';
import { type HeightResult, ONE_STATION, type Reading, type SpeciesFigures, scaleOf, type TopTarget, type TreeResult } from '../tree/index';
import {
  type AngleScale,
  type Answer,
  echoAngle,
  formatNumber,
  METRES_PER_FOOT,
  type Metres,
  readingOf,
  showDiameter,
  showHeight,
  type Tangent,
} from '../units';
import type { Point } from './box';

export type SceneTarget = 'dbh' | 'distance' | 'ground' | 'tip' | 'base' | 'crown-base' | 'merchantable' | 'eye-height';

/** The side view of one station in metres: x from the stem's axis toward the eye, y up from the ground reference. */
export interface SightScene {
  readonly distance: { readonly value: number; readonly ghost: boolean; readonly text: string };
  readonly slope: { readonly text: string; readonly along: boolean } | null;
  readonly eye: Point;
  readonly eyeText: string;
  readonly eyeAssumed: boolean;
  readonly feet: Point;
  readonly height: number;
  readonly heightGhost: boolean;
  readonly diameter: number;
  readonly pom: number;
  readonly pomGhost: boolean;
  readonly pomText: string;
  readonly crown: 'conifer' | 'broad';
  readonly crownBase: number;
  readonly crownGhost: boolean;
  readonly sights: readonly SceneSight[];
  readonly dimensions: readonly SceneDimension[];
}
export interface SceneSight {
  readonly target: 'tip' | 'base' | 'crown-base' | 'merchantable';
  readonly to: Point;
  readonly ghost: boolean;
  readonly text: string;
}
export interface SceneDimension {
  readonly target: TopTarget;
  readonly from: number;
  readonly to: number;
  readonly sigma: number;
  readonly text: string;
}

export interface SceneInput {
  readonly result: TreeResult;
  readonly readings: readonly Reading[];
  readonly protocol: ProtocolOptions;
  readonly species: SpeciesFigures;
  readonly eyeHeight: Metres;
  /** Which station to draw; the last one when left out. */
  readonly station?: string;
  /** The scale in which a ghost says what the instrument should read. */
  readonly scale: AngleScale;
}

/** Stand-ins until something is read; drawn as ghosts, never used in a result. */
const GHOST_DISTANCE = 20;
const GHOST_HEIGHT_PER_DISTANCE = 0.8;
const GHOST_SLENDERNESS = 60;

/**
 * What is to be drawn of a tree and where it stands, from its readings alone; what is still to be read comes as ghosts.
 * @param input the derived tree, its readings and what ghosts need
 * @returns the scene in metres
 */
export function sightScene(input: SceneInput): SightScene {
  const { result, protocol } = input;
  const answers = result.stations;
  const found = answers.findLast((s) => s.ok && (input.station === undefined || s.value.station === input.station));
  const station = found?.ok ? found.value : null;
  const distance = station?.distance ?? GHOST_DISTANCE;
  const eyeHeight = station?.eyeHeight ?? input.eyeHeight;
  const baseTangent = station?.base?.t ?? null;
  const predicted = station?.predictedBase ?? -eyeHeight / distance;
  const eyeLevel = baseTangent === null ? -distance * predicted : (station?.markHeight ?? 0) - distance * baseTangent;
  const eye = { x: distance, y: eyeLevel };
  // a slope that was read is drawn as read; otherwise the ground passes under the feet
  const feet = { x: distance, y: station?.slope != null ? -distance * station.slope : eyeLevel - eyeHeight };
  const at = (t: Tangent): number => eyeLevel + distance * t;

  const known = [result.crownBase, result.merchantable].flatMap((h) => (h.ok ? [h.value.value * 1.35] : []));
  const tops = station?.tops ?? {};
  // with the tip sighted but no base yet, the ghost stands as high as the sight says from the ground as assumed
  const sightedTip = tops.tip ? at(tops.tip.t) : 0;
  const ghostHeight = sightedTip > 0.5 ? sightedTip : Math.max(distance * GHOST_HEIGHT_PER_DISTANCE, ...known);
  const height = result.height.ok ? result.height.value.value : ghostHeight;
  const sights: SceneSight[] = [];
  for (const target of ['tip', 'crown-base', 'merchantable'] as const) {
    const sight = tops[target];
    if (sight) sights.push({ target, to: { x: 0, y: at(sight.t) }, ghost: false, text: readText(input, target) });
  }
  if (!tops.tip) sights.push({ target: 'tip', to: { x: 0, y: height }, ghost: true, text: 'tip' });
  sights.push(
    station?.base
      ? {
          target: 'base',
          to: { x: 0, y: at(station.base.t) },
          ghost: false,
          text: readText(input, station.markHeight > 0 ? 'mark' : 'base'),
        }
      : {
          target: 'base',
          to: { x: 0, y: 0 },
          ghost: true,
          text: `base ≈ ${echoAngle(Math.round(readingOf(predicted as Tangent, input.scale)), input.scale)}`,
        },
  );
  const crown = input.species.crown ?? 'broad';
  const dbh = result.dbh.ok ? result.dbh.value : null;
  const pom = dbh?.pom ?? protocol.breastHeight;
  return {
    distance: {
      value: distance,
      ghost: station === null,
      text: station ? `${showHeight(station.distance, protocol.units)} level` : 'distance',
    },
    slope: slopeText(input, station?.station),
    eye,
    eyeText: `eye ${showHeight(eyeHeight as Metres, protocol.units)}`,
    eyeAssumed: station?.eyeHeightAssumed ?? true,
    feet,
    height,
    heightGhost: !result.height.ok,
    diameter: dbh?.value ?? height / GHOST_SLENDERNESS,
    pom,
    pomGhost: dbh === null,
    pomText: dbh ? showDiameter(dbh.value, protocol.units) : 'tape',
    crown,
    crownBase:
      result.crownBase.ok && result.crownBase.value.value < height
        ? result.crownBase.value.value
        : height * (crown === 'conifer' ? 0.5 : 0.4),
    crownGhost: !(result.crownBase.ok && result.height.ok),
    sights,
    dimensions: [
      dimension('tip', result.height, protocol),
      dimension('crown-base', result.crownBase, protocol),
      dimension('merchantable', result.merchantable, protocol),
    ].flatMap((d) => d ?? []),
  };
}

function dimension(target: TopTarget, height: Answer<HeightResult>, protocol: ProtocolOptions): SceneDimension | null {
  if (!height.ok) return null;
  const { value, sigma } = height.value;
  const per = protocol.units === 'us' ? METRES_PER_FOOT : 1;
  const text =
    target === 'tip' ? `${showHeight(value, protocol.units)} ±${formatNumber(sigma / per, 1)}` : showHeight(value, protocol.units);
  return { target, from: 0, to: value, sigma, text };
}

/** The sighting as read; several shots as their mean with their number. */
function readText(input: SceneInput, target: 'tip' | 'base' | 'mark' | 'crown-base' | 'merchantable'): string {
  const shots = input.readings.flatMap((r) => (r.kind === 'angle' && r.target === target && mine(r, input.station) ? [r] : []));
  const first = shots[0];
  if (!first) return target;
  if (shots.length === 1) return echoAngle(first.value, scaleOf(first));
  const same = shots.every((s) => s.scale === first.scale && s.scaleDistance === first.scaleDistance);
  if (!same) return `${shots.length} shots`;
  const mean = shots.reduce((sum, s) => sum + s.value, 0) / shots.length;
  return `${echoAngle(Math.round(mean * 100) / 100, scaleOf(first))} ×${shots.length}`;
}

const mine = (r: Reading, station: string | undefined) => station === undefined || (r.station ?? ONE_STATION) === station;

function slopeText(input: SceneInput, station: string | undefined): SightScene['slope'] {
  const ground = input.readings.findLast((r) => r.kind === 'angle' && r.target === 'ground' && mine(r, station));
  const tape = input.readings.findLast((r) => r.kind === 'distance' && mine(r, station));
  const along = tape?.kind === 'distance' && tape.along === 'slope';
  if (ground?.kind !== 'angle') return along && tape?.kind === 'distance' ? { text: `${tape.value} ${tape.unit} along ?°`, along } : null;
  const slope = echoAngle(ground.value, scaleOf(ground));
  return along && tape?.kind === 'distance'
    ? { text: `${tape.value} ${tape.unit} along ${slope}`, along }
    : { text: `slope ${slope}`, along: false };
}
