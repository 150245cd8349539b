import { forkSwell, inPlane, type MeasuredFrom, type Pom, type School, showPom, type Trunk, thicknessOf, uphillLevel } from '../stem/index';
import { metres, type UnitSystem } from '../units';
import type { Point } from './box';
import { drawnRadius, onStem, outline, PART, stemFrame } from './trunk-shape';

/**
 * A trunk seen square to its lean: x in metres toward the uphill side, y up, 0 where the pith line meets the ground. One
 * that leans across the slope is seen from below it: the ground is level, and its uphill part stands behind.
 */
export interface TrunkScene {
  readonly slope: number;
  /** Level of the uphill ground seen behind the stem; null where it is not behind. */
  readonly behind: number | null;
  readonly snow: number;
  /** The stem in hand; further ones, parts of a fork and branches stand in `others`. */
  readonly stem: readonly Point[];
  readonly others: readonly (readonly Point[])[];
  readonly vines: readonly (readonly Point[])[];
  /** Stretches not to measure in. */
  readonly zones: readonly { readonly id: string; readonly shape: readonly Point[]; readonly text: string }[];
  readonly tapes: readonly TrunkTape[];
  readonly schools: readonly TrunkTape[];
  /** The ground reference, and the line measured along from its level. */
  readonly datum: { readonly at: Point; readonly text: string };
  readonly measured: { readonly from: Point; readonly to: Point; readonly text: string };
  readonly handles: readonly { readonly id: string; readonly at: Point; readonly height: number }[];
  readonly person: { readonly feet: Point; readonly height: number };
  /** Axis of the stem: where heights begin, and the direction of a metre. */
  readonly axis: { readonly start: Point; readonly up: Point };
  readonly top: number;
  /** How far the trunk reaches to either side, above the ground. */
  readonly left: number;
  readonly right: number;
}
/** A tape across the stem: its two ends, and how it is spoken of. */
export interface TrunkTape {
  readonly id: string;
  readonly from: Point;
  readonly to: Point;
  readonly text: string;
}

export interface TrunkSceneInput {
  /** Where the tape goes; null where the rules lead nowhere: the trunk is drawn all the same. */
  readonly pom: Pom | null;
  /** The trunk in the protocol's own terms, used when there is no point. */
  readonly trunk: Trunk;
  readonly from: MeasuredFrom;
  readonly diameter: number | null;
  readonly schools: readonly School[];
  readonly units: UnitSystem;
}

const PERSON = 1.72;
const SHORT: Readonly<Record<string, string>> = {
  'timber-us': 'timber',
  'forest-metric': 'forest',
  monitoring: 'permanent',
  street: 'street',
  'tall-tree': 'record',
  'mean-above-below': 'mean',
};
const DATUM = { uphill: 'uphill ground', 'mid-slope': 'mid-slope', 'root-flare': 'root flare', stump: 'stump' } as const;

/**
 * What is to be drawn of a trunk: to scale in its heights, slope, lean and thickness; bulges are pictures.
 * @param input the point, the trunk and other schools
 * @returns the scene in metres
 */
export function trunkScene(input: TrunkSceneInput): TrunkScene {
  const { pom, units } = input;
  const trunk = pom?.trunk ?? input.trunk;
  const radius = thicknessOf(trunk, input.diameter) / 2;
  const { lean, slope, across } = inPlane(trunk);
  const frame = stemFrame(lean);
  const start = pom?.start ?? 0;
  const half = (s: number) => drawnRadius(s - start, trunk, start, radius);
  const here = input.schools.flatMap((s) => s.here ?? []);
  const marks = [trunk.fork?.height ?? 0, trunk.buttSwell?.end ?? 0, ...zonesOf(trunk).map((z) => z.to), ...(pom?.tapes ?? []), ...here];
  const top = Math.max(2.1, ...marks.map((m) => m + 0.45)) + start;
  const forked = trunk.fork && (pom?.stems ?? 'one') === 'one' ? trunk.fork.height + start : null;
  const stemTop = forked ?? top;
  // the bark goes on below the ground line, so that the foot closes on any slope
  const foot = -radius * 1.6 * Math.tan(slope + Math.abs(lean)) - 0.25;
  const tape = (id: string, height: number, text: string, reach: number): TrunkTape => {
    const s = height + start;
    return { id, from: onStem(frame, s, -half(s) - reach), to: onStem(frame, s, half(s) + reach), text };
  };
  const show = (h: number) => showPom(metres(h), units);
  const tapes = (pom?.tapes ?? []).map((t, i) => tape(`tape:${i}`, t, `${show(t)} tape here`, radius * 0.14));
  const line = measuredLine(input, trunk, radius, start);
  const stem = outline(frame, foot, stemTop, half);
  const others = [
    ...forkParts(trunk, pom, lean, start, radius, top),
    ...furtherStems(trunk, radius, top),
    ...branches(trunk, frame, start, half),
  ];
  const seen = [stem, ...others].flat().filter((p) => p.y >= p.x * Math.tan(slope) - 0.02);
  const xs = seen.map((p) => p.x);
  return {
    slope,
    behind: across && (trunk.slope ?? 0) > 0 ? uphillLevel(trunk, radius) : null,
    snow: trunk.snow ?? 0,
    stem,
    others,
    vines: trunk.vines ? vineLines(frame, top, half) : [],
    zones: forbidden(trunk, pom, radius).map((z) => ({ ...z, shape: outline(frame, z.from + start, z.to + start, half) })),
    tapes,
    schools: schoolTapes(input.schools, pom, show).map(({ height, text }, i) => tape(`school:${i}`, height, text, radius * 0.1)),
    ...line,
    handles: handlesOf(trunk).map((h) => ({ ...h, at: onStem(frame, h.height + start, 0) })),
    person: { feet: footOf(slope, seen), height: PERSON },
    axis: { start: onStem(frame, start, 0), up: frame.up },
    top: onStem(frame, top, 0).y,
    left: Math.min(-radius, ...xs),
    right: Math.max(radius, ...xs),
  };
}

/** The person stands beside the trunk, downhill, clear of everything that hangs lower than a head. */
function footOf(slope: number, seen: readonly Point[]): Point {
  const x = Math.min(0, ...seen.filter((p) => p.y < PERSON + 0.2).map((p) => p.x)) - 0.42;
  return { x, y: x * Math.tan(slope) };
}

function measuredLine(input: TrunkSceneInput, trunk: Trunk, radius: number, start: number): Pick<TrunkScene, 'datum' | 'measured'> {
  const { lean, slope, across } = inPlane(trunk);
  const frame = stemFrame(lean);
  const { reference, along } = input.pom ?? input.from;
  const off = along === 'underside' && lean !== 0 ? radius * Math.sign(lean) : 0;
  const from = onStem(frame, start, off);
  const to = onStem(frame, start + (input.pom?.pom ?? 1.3), off);
  const side = across
    ? onStem(frame, uphillLevel(trunk, radius) / Math.cos(lean), 0)
    : onStem(frame, radius * Math.tan(lean + slope), radius);
  const at =
    reference === 'mid-slope'
      ? { x: 0, y: 0 }
      : reference === 'root-flare'
        ? { x: 0, y: trunk.rootFlare ?? 0 }
        : { x: side.x, y: reference === 'stump' ? from.y : side.y };
  const how = lean === 0 ? '' : along === 'underside' ? ' under the lean' : ' along the middle';
  return {
    datum: { at, text: DATUM[reference] },
    measured: { from, to, text: input.pom ? `${showPom(input.pom.pom, input.units)}${how}` : '' },
  };
}

const zonesOf = (trunk: Trunk) => [...(trunk.swellings ?? []), ...(trunk.lowBranches ?? [])];

function forbidden(trunk: Trunk, pom: Pom | null, radius: number): readonly { id: string; from: number; to: number; text: string }[] {
  const list = [
    ...(trunk.swellings ?? []).map((z, i) => ({ id: `swelling:${i}`, from: z.from, to: z.to, text: 'not in the swelling' })),
    ...(trunk.lowBranches ?? []).map((z, i) => ({ id: `branches:${i}`, from: z.from, to: z.to, text: 'not among branches' })),
  ];
  if (trunk.buttSwell && trunk.buttSwell.end > 0.6)
    list.push({ id: 'butt', from: 0, to: trunk.buttSwell.end, text: 'not in the butt swell' });
  if (trunk.fork && pom?.stems !== 'separate') {
    const from = Math.max(0, forkSwell(trunk.fork, 2 * radius));
    if (trunk.fork.height - from > 0.02) list.push({ id: 'fork', from, to: trunk.fork.height, text: 'not in the fork' });
  }
  return list;
}

function handlesOf(trunk: Trunk): readonly { id: string; height: number }[] {
  return [
    ...(trunk.swellings ?? []).flatMap((z, i) => [
      { id: `swelling:${i}:from`, height: z.from },
      { id: `swelling:${i}:to`, height: z.to },
    ]),
    ...(trunk.lowBranches ?? []).flatMap((z, i) => [
      { id: `branches:${i}:from`, height: z.from },
      { id: `branches:${i}:to`, height: z.to },
    ]),
    ...(trunk.buttSwell ? [{ id: 'butt:end', height: trunk.buttSwell.end }] : []),
    ...(trunk.fork ? [{ id: 'fork:height', height: trunk.fork.height }] : []),
  ];
}

/** One line for the schools whose tape lies in the same place; those that agree with the survey need none. */
function schoolTapes(
  schools: readonly School[],
  pom: Pom | null,
  show: (h: number) => string,
): readonly { height: number; text: string }[] {
  const groups: { height: number; names: string[] }[] = [];
  for (const school of schools) {
    for (const height of school.here ?? []) {
      if (pom?.tapes.some((t) => Math.abs(t - height) < 0.015)) continue;
      const name = SHORT[school.key] ?? school.name;
      const group = groups.find((g) => Math.abs(g.height - height) < 0.015);
      if (group) {
        if (!group.names.includes(name)) group.names.push(name);
      } else groups.push({ height, names: [name] });
    }
  }
  return groups.map((g) => ({
    height: g.height,
    text: `${show(g.height)} ${g.names.length > 2 ? `${g.names.length} schools` : g.names.join(', ')}`,
  }));
}

/** Where the trunk forks: two parts, or the second one where the first is measured on its own. */
function forkParts(trunk: Trunk, pom: Pom | null, lean: number, start: number, radius: number, top: number): readonly (readonly Point[])[] {
  if (!trunk.fork) return [];
  const at = trunk.fork.height + start;
  const separate = pom?.stems === 'separate';
  return (separate ? [0.3] : [-0.16, 0.16]).map((turn) => {
    const f = stemFrame(lean + turn);
    const origin = onStem(stemFrame(lean), at, Math.sign(turn) * radius * (separate ? 0.5 : 0.62));
    return outline(f, -radius * 0.6, Math.max(0.3, top - at), (s) => radius * (PART - 0.03 * s), origin);
  });
}

function furtherStems(trunk: Trunk, radius: number, top: number): readonly (readonly Point[])[] {
  const more = Math.min(5, (trunk.stems ?? 1) - 1);
  if (more <= 0 || trunk.fork) return [];
  return Array.from({ length: more }, (_, i) => {
    const side = i % 2 === 0 ? 1 : -1;
    const turn = side * (0.2 + 0.09 * Math.floor(i / 2));
    const r = radius * (0.82 - 0.1 * i);
    return outline(stemFrame(turn), -0.3, top, (s) => r * (1 - 0.04 * s + 0.3 * Math.max(0, 1 - s / 0.4) ** 2), {
      x: side * radius * (1.1 + 0.5 * Math.floor(i / 2)),
      y: 0,
    });
  });
}

function branches(
  trunk: Trunk,
  frame: ReturnType<typeof stemFrame>,
  start: number,
  half: (s: number) => number,
): readonly (readonly Point[])[] {
  return (trunk.lowBranches ?? []).flatMap((z) =>
    [0.35, 0.65].map((share, i) => {
      const s = z.from + start + (z.to - z.from) * share;
      const side = i === 0 ? 1 : -1;
      const root = onStem(frame, s, side * half(s) * 0.8);
      const tip = { x: root.x + side * 0.55, y: root.y + 0.42 };
      const thick = 0.035;
      return [
        { x: root.x, y: root.y - thick * 1.6 },
        { x: tip.x, y: tip.y - thick * 0.5 },
        { x: tip.x, y: tip.y + thick * 0.5 },
        { x: root.x, y: root.y + thick * 1.8 },
      ];
    }),
  );
}

function vineLines(frame: ReturnType<typeof stemFrame>, top: number, half: (s: number) => number): readonly (readonly Point[])[] {
  return [0, 0.5].map((phase) =>
    Array.from({ length: 60 }, (_, i) => {
      const s = 0.02 + ((top - 0.1) * i) / 59;
      return onStem(frame, s, half(s) * 0.92 * Math.sin(2 * Math.PI * (s / 1.1 + phase)));
    }),
  );
}
