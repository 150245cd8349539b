import { HEIGHT_TARGETS, type Reading, type TopTarget } from '../reading/index';
import type { ProtocolOptions } from '../survey/index';
import type { HeightResult, OtherMethod, Sight, StationResult } from '../tree/index';
import { type Answer, echoAngle, type Metres, readingOf, showDiameter, showHeight, type Tangent } from '../units';
import type { Point } from './box';
import type { Ground, SceneDimension, SceneInput, SceneSight, SightScene } from './scene';
import { sceneExtras } from './scene-extras';
import { dimensionText, mine, readText, slopeText } from './scene-text';
import type { RightEnd } from './scenes/define';
import { GHOST_DISTANCE } from './scenes/ghosts';
import { SCENES, type Scene } from './scenes/index';

/** Stand-ins until something is read; drawn as ghosts, never used in a result. */
const GHOST_HEIGHT_PER_DISTANCE = 0.8;
const GHOST_SLENDERNESS = 60;

/**
 * What is to be drawn of a tree and where it stands, from its readings alone; what is still to be read comes as ghosts.
 * @param input the derived tree, its readings and what ghosts need
 * @returns the scene in metres
 */
export function sightScene(input: SceneInput): SightScene {
  const { result, protocol } = input;
  const found = result.stations.findLast((s) => s.ok && (input.station === undefined || s.value.station === input.station));
  const station = found?.ok ? found.value : null;
  const id = input.station ?? station?.station;
  const determination =
    result.determinations.find((d) => d.station === id) ?? (input.station === undefined ? result.determinations.at(-1) : undefined);
  // a station that is drawn shows its own heights; the mean of several belongs to none of them
  const heightOf = (target: TopTarget, whole: Answer<HeightResult>) => {
    const own = determination?.heights[target];
    return own?.ok ? own : whole;
  };
  const total = heightOf('tip', result.height);
  const method = input.method ?? determination?.method ?? null;
  const drawing = SCENES[method ?? 'two-sights'];
  const own: Ground['own'] = (kind) =>
    input.readings.findLast((r): r is Reading & { readonly kind: typeof kind } => r.kind === kind && mine(r, id));
  const dbh = result.dbh.ok ? result.dbh.value : null;

  const ground = groundOf(drawing, input, station, own, dbh?.value ?? 0, id);
  const tops = station?.tops ?? {};
  const at = (s: Sight): number => ground.eye.y + (s.line ? s.line.distance * Math.sin(Math.atan(s.t)) : ground.distance * s.t);
  const known = [result.crownBase, result.merchantable].flatMap((h) => (h.ok ? [h.value.value * 1.35] : []));
  // with the tip sighted but no base yet, the ghost stands as high as the sight says from the ground as assumed
  const sightedTip = tops.tip ? at(tops.tip) : 0;
  const ghostHeight = sightedTip > 0.5 ? sightedTip : Math.max(ground.distance * GHOST_HEIGHT_PER_DISTANCE, ...known);
  const height = total.ok ? total.value.value : ghostHeight;
  const whole: Ground = { ...ground, input, method, station, own, height, diameter: dbh?.value ?? height / GHOST_SLENDERNESS };
  const tipX = tipOffset(station, height, ground.distance);
  const crown = input.species.crown ?? 'broad';
  const crownBase = heightOf('crown-base', result.crownBase);
  const crownBegins = crownBase.ok && crownBase.value.value < height ? crownBase.value.value : height * (crown === 'conifer' ? 0.5 : 0.4);
  const extras = sceneExtras(whole, tipX, crownBegins);
  const { viewer = 'person' } = drawing;
  const toBark = viewer === 'person' && station !== null && dbh !== null && endedAtBark(own, station);
  return {
    ...extras,
    // where a distance ended at the bark: half of the stem was added from there to its axis
    marks: toBark ? [...extras.marks, { target: 'distance', at: { x: whole.diameter / 2, y: ground.eye.y }, text: '' }] : extras.marks,
    distance: {
      value: ground.distance,
      ghost: ground.ghost,
      text:
        viewer !== 'person'
          ? ''
          : ground.text !== undefined
            ? ground.text
            : station
              ? `${showHeight(station.distance, protocol.units)} level${toBark ? ', ½ stem in it' : ''}`
              : 'distance',
    },
    slope: slopeText(input, id),
    viewer,
    eye: ground.eye,
    eyeText: viewer === 'person' ? `eye ${showHeight((station?.eyeHeight ?? input.eyeHeight) as Metres, protocol.units)}` : '',
    eyeAssumed: station?.eyeHeightAssumed ?? true,
    feet: ground.feet,
    height,
    heightGhost: !total.ok,
    tipX,
    diameter: whole.diameter,
    pom: dbh?.pom ?? protocol.breastHeight,
    pomGhost: dbh === null,
    pomText: dbh ? showDiameter(dbh.value, protocol.units) : 'tape',
    crown,
    crownBase: crownBegins,
    crownGhost: !(crownBase.ok && total.ok),
    sights: viewer === 'person' ? [...sightsOf(whole, tipX, at), ...extras.sights] : extras.sights,
    dimensions: (['tip', 'crown-base', 'merchantable'] as const).flatMap((target) => {
      const whole = { tip: result.height, 'crown-base': result.crownBase, merchantable: result.merchantable }[target];
      return dimension(target, heightOf(target, whole), protocol);
    }),
  };
}

/** Whether the distance that counts was read to the bark. */
function endedAtBark(own: Ground['own'], { distanceBy }: StationResult): boolean {
  const read = distanceBy === 'paces' ? own('paces') : distanceBy === 'shot' ? own('shot') : own('distance');
  return read?.to === 'bark';
}

/** How far the tip hangs beside the foot, as drawn from the side. */
function tipOffset(station: StationResult | null, height: number, distance: number): number {
  if (!station) return 0;
  if (station.plumb) return distance - station.plumb.distance;
  const shot = station.tops.tip?.line;
  if (shot) return distance - shot.distance * Math.cos(Math.atan(station.tops.tip?.t ?? 0));
  const { lean } = station;
  if (!lean || lean.toward === 'side') return 0;
  return height * Math.tan(lean.angle) * (lean.toward === 'eye' ? 1 : -1);
}

function groundOf(
  drawing: Scene,
  input: SceneInput,
  station: StationResult | null,
  own: Ground['own'],
  diameter: number,
  id: string | undefined,
): RightEnd {
  if (drawing.rightEnd) return drawing.rightEnd(input, own, diameter, id);
  const distance = station?.distance ?? drawing.ghostDistance?.(own) ?? GHOST_DISTANCE;
  const eyeHeight = station?.eyeHeight ?? input.eyeHeight;
  const predicted = station?.predictedBase ?? -eyeHeight / distance;
  const low = station?.base;
  const eyeLevel = low
    ? (station.markHeight ?? 0) - (low.line ? low.line.distance * Math.sin(Math.atan(low.t)) : distance * low.t)
    : (drawing.eyeLevel?.(own) ?? -distance * predicted);
  const eye = { x: distance, y: eyeLevel };
  // a slope that was read is drawn as read; otherwise the ground passes under the feet
  const feet = { x: distance, y: station?.slope != null ? -distance * station.slope : eyeLevel - eyeHeight };
  return { distance, eye, feet, ghost: station === null };
}

/** The lines of sight from the station in hand; the next ones to take as ghosts. */
function sightsOf({ input, method, station, eye, distance, height, own }: Ground, tipX: number, at: (s: Sight) => number): SceneSight[] {
  const sights: SceneSight[] = [];
  const tops = station?.tops ?? {};
  const place = (s: Sight, isTip: boolean): Point => {
    if (s.line) return { x: distance - s.line.distance * Math.cos(Math.atan(s.t)), y: at(s) };
    return isTip ? { x: tipX, y: eye.y + (distance - tipX) * s.t } : { x: 0, y: at(s) };
  };
  for (const target of HEIGHT_TARGETS) {
    const sight = tops[target];
    if (sight) sights.push({ target, from: eye, to: place(sight, target === 'tip'), ghost: false, text: readText(input, target) });
  }
  for (const { name, sight } of station?.points ?? [])
    sights.push({ target: 'point', from: eye, to: place(sight, false), ghost: false, text: `${name} ${readText(input, 'point', name)}` });
  const { alone: text, lower } = SCENES[method ?? 'two-sights'];
  const alone = text ? (method as OtherMethod) : null;
  const read = alone !== null && input.result.determinations.some((d) => d.method === alone && d.heights.tip.ok);
  if (!tops.tip) {
    const target = alone ?? 'tip';
    sights.push({ target, from: eye, to: { x: tipX, y: height }, ghost: !read, text: text ? text(own) : 'tip' });
  }
  const { base } = station ?? {};
  if (base) {
    const to = base.line ? { x: distance - base.line.distance * Math.cos(Math.atan(base.t)), y: at(base) } : { x: 0, y: at(base) };
    const met = (station?.markHeight ?? 0) > 0 ? 'mark' : 'base';
    sights.push({ target: met, from: eye, to, ghost: false, text: readText(input, met) });
  } else if (lower !== 'none') {
    const predicted = station?.predictedBase ?? -input.eyeHeight / distance;
    const expected = echoAngle(Math.round(readingOf(predicted as Tangent, input.scale)), input.scale);
    const silent = alone !== null || lower === 'silent';
    sights.push({ target: alone ?? 'base', from: eye, to: { x: 0, y: 0 }, ghost: !read, text: silent ? '' : `base ≈ ${expected}` });
  }
  return sights;
}

function dimension(
  target: 'tip' | 'crown-base' | 'merchantable',
  height: Answer<HeightResult>,
  protocol: ProtocolOptions,
): readonly SceneDimension[] {
  if (!height.ok) return [];
  const { value, sigma } = height.value;
  return [{ target, from: 0, to: value, sigma, text: dimensionText(target, value, sigma, protocol.units) }];
}
