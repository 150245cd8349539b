import type { Stream } from '../practice/chance';
import type { Reading } from '../reading/index';
import type { PresetKey } from '../survey/index';
import type { Finding } from './finding';
import { type CrewTree, crewTree, round } from './test-crew';

/** A slip planted in a tree's readings. */
export interface Blunder {
  readonly name: string;
  /** Codes any of which names it. */
  readonly codes: readonly string[];
  readonly tree: (s: Stream, preset: PresetKey) => CrewTree;
  /** How a crew that slips nowhere would read such a tree, where it is not as `tree` has it. */
  readonly clean?: (t: CrewTree, s: Stream) => readonly Reading[];
  /** Null where the slip changes nothing or can't be made. */
  readonly plant: (t: CrewTree, s: Stream) => readonly Reading[] | null;
}

/** Whether the cause is among those named, an advice's too. */
export const named = ({ codes }: Blunder, findings: readonly Finding[]): boolean =>
  findings.some((f) => [f.code, ...(f.causes ?? [])].some((c) => codes.includes(c)));

const first = (r: Reading) => r.station === 'A' || r.station === undefined;
const at = (t: CrewTree, target: string, to: (r: Extract<Reading, { kind: 'angle' }>) => Reading) =>
  t.readings.map((r) => (r.kind === 'angle' && r.target === target && first(r) ? to(r) : r));
const kind = <K extends Reading['kind']>(t: CrewTree, which: K, to: (r: Extract<Reading, { kind: K }>) => Reading) =>
  t.readings.map((r) => (r.kind === which && first(r) ? to(r as Extract<Reading, { kind: K }>) : r));
const swap = (v: number) => {
  const d = String(v);
  return d.length > 1 && d[0] !== d[1] && d[1] !== '.' && d[1] !== '0' ? Number(`${d[1]}${d[0]}${d.slice(2)}`) : null;
};
const known = (s: Stream, p: PresetKey) => crewTree(s, p, { slopeRead: true });

export const BLUNDERS: readonly Blunder[] = [
  {
    name: 'sign of the base',
    codes: ['base-sign'],
    tree: known,
    plant: (t) => at(t, 'base', (r) => ({ ...r, value: -r.value })),
  },
  {
    name: 'sign of the tip',
    codes: ['tip-sign', 'top-below-base'],
    tree: known,
    plant: (t) => at(t, 'tip', (r) => ({ ...r, value: -r.value })),
  },
  { name: 'base left at level', codes: ['base-level'], tree: known, plant: (t) => at(t, 'base', (r) => ({ ...r, value: 0 })) },
  {
    name: 'sign of a mark',
    codes: ['mark-sign'],
    tree: known,
    clean: markInstead,
    plant: (t) => markInstead(t).map((r) => (r.kind === 'angle' && r.target === 'mark' ? { ...r, value: -r.value } : r)),
  },
  {
    name: 'degrees for percent, all',
    codes: ['degrees-for-percent'],
    tree: (s, p) => crewTree(s, p, { scale: 'degree' }),
    plant: (t) => t.readings.map((r) => (r.kind === 'angle' && first(r) ? { ...r, scale: 'percent' as const } : r)),
  },
  {
    name: 'percent for degrees, all',
    codes: ['percent-for-degrees'],
    tree: (s, p) => crewTree(s, p, { scale: 'percent' }),
    plant: (t) =>
      t.readings.some((r) => r.kind === 'angle' && Math.abs(r.value) >= 89)
        ? null
        : t.readings.map((r) => (r.kind === 'angle' && first(r) ? { ...r, scale: 'degree' as const } : r)),
  },
  {
    name: 'another fixed scale',
    codes: ['other-scale', 'base-other-scale', 'tip-other-scale'],
    tree: (s, p) => crewTree(s, p, { scale: 'fixed' }),
    plant: (t, s) => {
      const other = s.uniform() < 0.5 ? 15 : 30;
      return t.readings.map((r) => (r.kind === 'angle' && first(r) ? { ...r, scaleDistance: other } : r));
    },
  },
  {
    name: 'feet for metres',
    codes: ['distance-in-feet'],
    tree: known,
    plant: (t) => kind(t, 'distance', (r) => ({ ...r, value: round(r.value / 0.3048, 1) })),
  },
  {
    name: 'distance: digits swapped',
    codes: ['digits-swapped'],
    tree: known,
    plant: (t) => {
      const d = t.readings.find((r) => r.kind === 'distance');
      const v = d && 'value' in d ? swap(d.value) : null;
      return v ? kind(t, 'distance', (r) => ({ ...r, value: v })) : null;
    },
  },
  {
    name: 'distance: decimal point',
    codes: ['decimal-slip'],
    tree: known,
    plant: (t) => kind(t, 'distance', (r) => ({ ...r, value: round(r.value * 10, 1) })),
  },
  {
    name: 'girth as diameter',
    codes: ['circumference-as-diameter'],
    tree: crewTree,
    plant: (t) => kind(t, 'diameter', (r) => ({ ...r, value: round(r.value * Math.PI, 1) })),
  },
  {
    name: 'diameter: decimal point',
    codes: ['decimal-slip'],
    tree: crewTree,
    plant: (t) => kind(t, 'diameter', (r) => ({ ...r, value: round(r.value / 10, 2) })),
  },
  {
    name: 'inches as centimetres',
    codes: ['inches-as-centimetres'],
    tree: crewTree,
    plant: (t) => kind(t, 'diameter', (r) => ({ ...r, value: round(r.value / 2.54, 1) })),
  },
  {
    name: 'single steps as paces',
    codes: ['single-steps'],
    tree: known,
    clean: (t, s) => pacesBeside(t, s, 1),
    plant: (t, s) => pacesBeside(t, s, 2),
  },
  {
    name: 'stick and reach swapped',
    codes: ['stick-swapped', 'unusual-reach', 'length-as-reach', 'reach-differs'],
    tree: (s, p) => crewTree(s, p, { stations: 1 }),
    clean: (t, s) => stickInstead(t, s, (covers, reach) => ({ value: 100 * covers, reach })),
    plant: (t, s) => stickInstead(t, s, (covers, reach) => ({ value: 100 * reach, reach: covers })),
  },
  {
    name: 'stick’s length as reach',
    codes: ['length-as-reach', 'unusual-reach', 'reach-differs'],
    tree: (s, p) => crewTree(s, p, { stations: 1 }),
    plant: (t, s) => stickInstead(t, s, (covers) => ({ value: 100 * covers, reach: 1 })),
  },
  {
    name: 'reported height, another set distance',
    codes: ['device-distance'],
    tree: (s, p) => crewTree(s, p, { stations: 1, slopeRead: false }),
    clean: (t, s) => deviceInstead(t, s, distanceOf(t)),
    plant: (t, s) => deviceInstead(t, s, [15, 20, 25, 30].find((v) => Math.abs(v / distanceOf(t) - 1) > 0.1) ?? 20),
  },
  {
    name: 'tape from the wrong side of a mark',
    codes: ['wrong-side-of-mark'],
    tree: crewTree,
    clean: (t, s) => tapeTwice(t, s, (v) => v),
    plant: (t, s) => tapeTwice(t, s, (v) => round(2 * Math.ceil(v) - v, 1)),
  },
  {
    name: 'tape begun at 10',
    codes: ['tape-from-one'],
    tree: crewTree,
    clean: (t, s) => tapeTwice(t, s, (v) => v),
    plant: (t, s) => tapeTwice(t, s, (v) => round(v + 10, 1)),
  },
  {
    name: 'point of measurement moved, not recorded',
    codes: ['dbh-shrank', 'dbh-grew'],
    tree: (s, p) => crewTree(s, p, { visited: true }),
    plant: (t, s) => kind(t, 'diameter', (r) => ({ ...r, value: round(100 * diameterAt(t, s.between(1.8, 2.3)) + s.normal(0.2), 1) })),
  },
  {
    name: 'slope forgotten',
    codes: ['slope-distance'],
    tree: known,
    plant: (t) => kind(t, 'distance', (r) => ({ ...r, along: 'level' })),
  },
];

/** The distance typed at the first station, metres. */
const distanceOf = (t: CrewTree): number => {
  const d = t.readings.find((r) => r.kind === 'distance' && first(r));
  if (d?.kind !== 'distance') throw new Error('a crew always has a distance');
  return d.value;
};

/** The tape laid twice, the second time misread by `misread`, centimetres. */
function tapeTwice(t: CrewTree, s: Stream, misread: (v: number) => number): readonly Reading[] {
  const [taken, ...others] = t.readings;
  if (taken?.kind !== 'diameter') throw new Error('a crew tapes first');
  return [taken, { ...taken, value: misread(round(100 * t.dbh + s.normal(0.2), 1)) }, ...others];
}

/** A stem's diameter at a height, metres: a flare over a stem between a cone and a paraboloid. */
function diameterAt(t: CrewTree, h: number): number {
  const shape = (z: number) => ((t.height - z) / t.height) ** 0.75 + 0.35 * Math.exp(-z / 0.6);
  return (t.dbh * shape(h)) / shape(1.3);
}

/** A mark at breast height sighted for the base of the first station. */
function markInstead(t: CrewTree): readonly Reading[] {
  const mark = at(t, 'base', (r) => {
    const scale = r.scale === 'degree' ? Math.tan((r.value * Math.PI) / 180) : r.value / (r.scale === 'fixed' ? 20 : 100);
    const up = scale + 1.3 / distanceOf(t);
    const value = r.scale === 'degree' ? (Math.atan(up) * 180) / Math.PI : up * (r.scale === 'fixed' ? 20 : 100);
    return { ...r, target: 'mark', value: round(value, 1) };
  });
  return [...mark, { kind: 'mark-height', value: 1.3, unit: 'm', station: 'A' }];
}

/** The first station paced too, by somebody whose pace of two steps is 1.5 m; `steps` counted for each pace. */
function pacesBeside(t: CrewTree, s: Stream, steps: number): readonly Reading[] {
  const d = t.readings.find((r) => r.kind === 'distance' && first(r));
  const along = d?.kind === 'distance' && d.along === 'slope' ? 'slope' : 'level';
  const value = Math.round((steps * distanceOf(t) * (1 + s.normal(0.02))) / 1.5);
  return [...t.readings, { kind: 'paces', value, pace: 1.5, sigmaShare: 0.02, along, to: 'axis', station: 'A' }];
}

/** A height that an instrument prints, with this distance set in it. */
function deviceInstead(t: CrewTree, s: Stream, setDistance: number): readonly Reading[] {
  const reported = t.height * (setDistance / distanceOf(t)) * (1 + s.normal(0.02));
  return [
    ...t.readings.filter((r) => r.kind !== 'angle'),
    { kind: 'device-height', target: 'tip', value: round(reported, 1), unit: 'm', setDistance, station: 'A' },
  ];
}

/** An arm is not stretched alike every day, metres. */
const ARM = 0.02;

/** A stick held up instead of angles; `typed` says what is written down of the length that covers the tree and of the reach. */
function stickInstead(
  t: CrewTree,
  s: Stream,
  typed: (covers: number, reach: number) => { value: number; reach: number },
): readonly Reading[] {
  const today = t.reach + s.normal(ARM);
  const covers = (t.height / distanceOf(t)) * today * (1 + s.normal(0.03));
  const { value, reach } = typed(covers, today);
  return [
    ...t.readings.filter((r) => r.kind !== 'angle' || r.target === 'ground'),
    { kind: 'stick', target: 'tip', value: round(value, 1), unit: 'cm', reach: round(reach, 3), station: 'A' },
  ];
}
