import { formatLength, metres, showHeight, toMetres } from '../units';
import { aims } from './aims';
import type { Ground, SceneExtras, SceneLine, SceneMark, SceneSight } from './scene';
import { mine, readText } from './scene-text';

const GHOST_POLE = 4;
const GHOST_BASELINE = 15;
const GHOST_REACH = 0.635;

interface Draft {
  lines: SceneLine[];
  marks: SceneMark[];
  sights: SceneSight[];
  far: SceneExtras['far'];
  hand: SceneExtras['hand'];
}

/**
 * Poles, sticks, shadows, second stations, marks and plumb lines of the method in hand.
 * @param g what is drawn already
 * @param tipX how far the tip hangs beside the foot, metres toward the eye
 * @param crownBase where the crown begins or probably does, metres
 */
export function sceneExtras(g: Ground, tipX: number, crownBase: number): SceneExtras {
  const made: Draft = { lines: [], marks: [], sights: [], far: null, hand: null };
  if (g.method === 'pole') pole(g, made);
  if (g.method === 'two-stations') twoStations(g, made, tipX);
  if (g.method === 'shadow') shadow(g, made);
  if (g.method === 'stick') stick(g, made);
  lowerMark(g, made);
  if (g.station?.plumb) {
    const to = { x: tipX, y: (g.feet.y / g.feet.x) * tipX };
    const text = `${showHeight(g.station.plumb.distance, g.input.protocol.units)} to plumb`;
    made.lines.push({ target: 'plumb', from: { x: tipX, y: g.height }, to, style: 'plumb', ghost: false, text: '' });
    made.marks.push({ target: 'plumb', at: to, text });
  }
  const lean = g.own('lean');
  const ASIDE = { eye: 'to you', away: 'away', side: 'aside' } as const;
  if (lean && lean.value > 0) {
    made.marks.push({
      target: 'lean',
      at: { x: tipX * 0.8, y: g.height * 0.8 },
      text: `leans ${lean.value}° ${ASIDE[lean.toward]}`,
      quiet: true,
    });
  }
  if (g.input.aim) made.marks.push(...aims(g, crownBase));
  const crown = g.own('crown');
  return {
    ...made,
    shoulder: crown ? { halfWidth: toMetres(crown.halfWidth, crown.unit), depth: toMetres(crown.depth, crown.unit) } : null,
  };
}

/** A mark or transponder the lower sight met, or a level datum. */
function lowerMark(g: Ground, made: Draft): void {
  const told = g.own('mark-height');
  if (!told) return;
  const y = toMetres(told.value, told.unit);
  made.marks.push({
    target: 'mark',
    at: { x: g.diameter / 2, y },
    text: `mark ${formatLength(metres(y), g.input.protocol.units === 'us' ? 'ft' : 'm', 2)}`,
  });
}

function pole(g: Ground, made: Draft): void {
  const told = g.own('pole');
  const length = told ? toMetres(told.value, told.unit) : GHOST_POLE;
  // beside the stem, in the plane of its axis
  const line = (y: number) => ({ x: 0, y });
  made.lines.push({
    target: 'pole',
    from: line(0),
    to: line(length),
    style: 'pole',
    ghost: !told,
    text: told ? `pole ${told.value} ${told.unit}` : 'pole',
  });
  const read = g.input.readings.some((r) => r.kind === 'angle' && r.target === 'pole-top' && mine(r, g.input.station));
  made.sights.push({
    target: 'pole-top',
    from: g.eye,
    to: line(length),
    ghost: !read,
    text: read ? readText(g.input, 'pole-top') : 'pole top',
  });
}

function twoStations(g: Ground, made: Draft, tipX: number): void {
  const told = g.own('baseline');
  const far = g.station?.far ?? null;
  const length = far?.baseline ?? (told ? toMetres(told.value, told.unit) : GHOST_BASELINE);
  const x = g.distance + length;
  const eyeHeight = g.eye.y - g.feet.y;
  // the ground goes on as it is unless the far sights say how high the eye is there
  const y = far ? -x * far.base.t + (g.station?.markHeight ?? 0) : (g.feet.y / g.feet.x) * x + eyeHeight;
  const eye = { x, y };
  made.far = { eye, feet: { x, y: y - eyeHeight }, ghost: !far };
  made.lines.push({
    target: 'baseline',
    from: g.feet,
    to: made.far.feet,
    style: 'baseline',
    ghost: !told,
    text: told ? `${told.value} ${told.unit} between` : 'baseline',
  });
  const station = told?.far;
  const taken = (target: string) =>
    station !== undefined && g.input.readings.some((r) => r.kind === 'angle' && r.target === target && mine(r, station));
  for (const [target, read, to] of [
    ['far-tip', 'tip', { x: tipX, y: g.height }],
    ['far-base', 'base', { x: 0, y: 0 }],
  ] as const) {
    const is = taken(read);
    made.sights.push({ target, from: eye, to, ghost: !is, text: is ? readText(g.input, read, undefined, station) : '' });
  }
}

function shadow(g: Ground, made: Draft): void {
  const told = g.own('shadow');
  const of = g.own('reference-shadow');
  const tip = { x: 0, y: g.height };
  made.lines.push({
    target: 'shadow',
    from: { x: g.diameter / 2, y: (g.feet.y / g.feet.x) * (g.diameter / 2) },
    to: g.feet,
    style: 'shadow',
    ghost: !told,
    text: told ? `shadow ${told.value} ${told.unit}` : 'shadow',
  });
  made.lines.push({ target: 'tip', from: tip, to: g.feet, style: 'sun', ghost: !(told && of), text: '' });
  // the staff stands on level ground of its own, a little behind the end of the shadow
  const height = of ? toMetres(of.height, of.unit) : 1.5;
  const cast = of ? toMetres(of.value, of.unit) : (height * g.distance) / g.height;
  const foot = { x: g.distance * 1.12, y: g.feet.y };
  const [top, end] = [
    { x: foot.x, y: foot.y + height },
    { x: foot.x + cast, y: foot.y },
  ];
  made.lines.push({ target: 'reference-shadow', from: foot, to: top, style: 'staff', ghost: !of, text: '' });
  made.lines.push({ target: 'reference-shadow', from: foot, to: end, style: 'shadow', ghost: !of, text: '' });
  made.lines.push({ target: 'reference-shadow', from: top, to: end, style: 'sun', ghost: !of, text: '' });
  made.marks.push({
    target: 'reference-shadow',
    at: { x: (foot.x + end.x) / 2, y: top.y },
    text: of ? `${of.height} casts ${of.value} ${of.unit}` : 'staff',
    quiet: true,
  });
}

function stick(g: Ground, made: Draft): void {
  const told = g.own('stick');
  const reach = told?.reach ?? GHOST_REACH;
  const covers = told ? toMetres(told.value, told.unit) : (reach * g.height) / g.distance;
  // the stick's lower end is on the ray to the base
  const below = (reach * g.eye.y) / g.distance;
  made.hand = {
    reach,
    covers,
    below,
    ghost: !told,
    text: told ? `${told.value} ${told.unit} at ${Math.round(reach * 1000) / 10} cm` : 'stick',
  };
}
