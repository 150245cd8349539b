import type { Stream } from '../practice/chance';
import type { Reading } from '../reading/index';
import { PRESETS, type PresetKey } from '../survey/index';
import { deriveTree, type SpeciesFigures } from '../tree/index';
import { metres } from '../units';
import { type CheckInput, checkTree, type Finding, type PreviousDiameter, type PreviousHeight } from './index';

/** What a simulated crew knows and does at one tree: the truth, its instruments, and what it reads. */
export interface CrewTree {
  readonly preset: PresetKey;
  readonly readings: readonly Reading[];
  readonly species: SpeciesFigures;
  /** Null where the kit does not know it. */
  readonly eyeHeight: number | null;
  readonly reach: number;
  readonly height: number;
  readonly dbh: number;
  readonly previous?: readonly PreviousDiameter[];
  readonly previousHeight?: PreviousHeight;
}

type Scale = 'percent' | 'degree' | 'half-degree' | 'fixed';

/** A tree that stands, read by instruments with errors of their own: coordinates and rays, none of the core's formulas. */
export function crewTree(
  s: Stream,
  preset: PresetKey,
  more: { slopeRead?: boolean; scale?: Scale; visited?: boolean; stations?: number } = {},
): CrewTree {
  const open = preset === 'street' || preset === 'tall-tree';
  const crown = s.uniform() < 0.5 ? 'conifer' : 'broad';
  const height = preset === 'tall-tree' ? s.between(25, 60) : s.between(7, 35);
  // forest trees slender, open-grown ones stout; the spread is that of stands, not of the checks
  const slender = Math.exp(open ? Math.log(38) + s.normal(0.28) : Math.log(68) + s.normal(0.25));
  const dbh = (height - 1.3) / slender;
  const tip = { x: s.normal(crown === 'conifer' ? 0.5 : 1.5), z: s.normal(crown === 'conifer' ? 0.5 : 1.5) };
  const eyeTrue = s.between(1.5, 1.8);
  const kit = s.uniform() < 0.6;
  const stations = more.stations ?? 1 + Math.floor(s.uniform() * 3);
  const slopeRead = more.slopeRead ?? s.uniform() < 0.5;
  const scale = more.scale ?? (['percent', 'degree', 'half-degree', 'fixed'] as const)[Math.floor(s.uniform() * 4)] ?? 'percent';
  const steep = s.uniform() < 0.3;
  const readings: Reading[] = [{ kind: 'diameter', tool: 'diameter-tape', value: round(100 * dbh + s.normal(0.2), 1), unit: 'cm' }];
  for (let i = 0; i < stations; i++) {
    const station = 'ABC'[i] as string;
    const bearing = s.between(0, 360);
    const distance = height * s.between(0.8, 1.5);
    const slope = Math.tan((s.between(-1, 1) * (steep ? 30 : 10) * Math.PI) / 180);
    const eye = eyeTrue + s.normal(0.03) - distance * slope;
    const [cos, sin] = [Math.cos((bearing * Math.PI) / 180), Math.sin((bearing * Math.PI) / 180)];
    const away = Math.hypot(distance - (tip.x * cos + tip.z * sin), tip.z * cos - tip.x * sin);
    const angle = (up: number, level: number) => Math.atan2(up, level) + s.normal((0.25 * Math.PI) / 180);
    const shown = (target: 'tip' | 'base' | 'ground', a: number): Reading => {
      const degrees = (a * 180) / Math.PI;
      if (scale === 'degree') return { kind: 'angle', target, value: round(degrees, 1), scale: 'degree', station };
      if (scale === 'half-degree') return { kind: 'angle', target, value: Math.round(degrees * 2) / 2, scale: 'degree', station };
      if (scale === 'fixed')
        return { kind: 'angle', target, value: round(20 * Math.tan(a), 1), scale: 'fixed', scaleDistance: 20, station };
      return { kind: 'angle', target, value: Math.round(100 * Math.tan(a)), scale: 'percent', station };
    };
    const along = slopeRead ? 'slope' : 'level';
    const taped = slopeRead ? (distance / Math.cos(Math.atan(slope))) * (1 + s.normal(0.003)) : distance * (1 + s.normal(0.001));
    readings.push(
      { kind: 'bearing', value: bearing, station },
      { kind: 'distance', value: round(taped, 1), unit: 'm', along, to: 'axis', station },
      shown('tip', angle(height - eye, away)),
      shown('base', angle(-eye, distance)),
    );
    if (slopeRead) readings.push(shown('ground', Math.atan(slope) + s.normal((0.25 * Math.PI) / 180)));
  }
  const years = s.between(2, 8);
  const visited = more.visited ?? s.uniform() < 0.4;
  return {
    preset,
    readings,
    species: { crown },
    eyeHeight: kit ? eyeTrue : null,
    reach: s.between(0.58, 0.75),
    height,
    dbh,
    ...(visited
      ? {
          previous: [
            {
              diameter: dbh - years * s.between(0.001, 0.008) + s.normal(0.002),
              sigma: 0.002,
              pom: PRESETS[preset].options.breastHeight,
              years,
            },
          ],
          previousHeight: { height: height - years * s.between(0.05, 0.5) + s.normal(0.6), sigma: 0.6, years },
        }
      : {}),
  };
}

const round = (n: number, decimals: number) => Number(n.toFixed(decimals));

/** What the checks say of it. */
export function crewFindings(t: CrewTree): readonly Finding[] {
  const protocol = PRESETS[t.preset].options;
  const eye = t.eyeHeight === null ? {} : { eyeHeight: metres(t.eyeHeight) };
  const result = deriveTree({ readings: t.readings, protocol, species: t.species, ...eye });
  const input: CheckInput = {
    readings: t.readings,
    result,
    protocol,
    species: t.species,
    reach: t.reach,
    ...(t.previous ? { previous: t.previous } : {}),
    ...(t.previousHeight ? { previousHeight: t.previousHeight } : {}),
  };
  return checkTree(input).filter((f) => f.severity !== 'advice');
}

/** A slip planted in a tree's readings. */
export interface Blunder {
  readonly name: string;
  /** At least this share of all of them is noticed, seen or not: most of the rest moves nothing past what clean trees do. */
  readonly found: number;
  /** Codes any of which names it. */
  readonly codes: readonly string[];
  readonly tree: (s: Stream, preset: PresetKey) => CrewTree;
  readonly plant: (t: CrewTree, s: Stream) => readonly Reading[] | null;
}

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
    found: 0.9,
    codes: ['base-sign'],
    tree: known,
    plant: (t) => at(t, 'base', (r) => ({ ...r, value: -r.value })),
  },
  {
    name: 'sign of the tip',
    found: 0.97,
    codes: ['tip-sign', 'top-below-base'],
    tree: known,
    plant: (t) => at(t, 'tip', (r) => ({ ...r, value: -r.value })),
  },
  { name: 'base left at level', found: 0.76, codes: ['base-level'], tree: known, plant: (t) => at(t, 'base', (r) => ({ ...r, value: 0 })) },
  {
    name: 'sign of a mark',
    found: 0.88,
    codes: ['mark-sign'],
    tree: known,
    plant: (t) => {
      const D = t.readings.find((r) => r.kind === 'distance' && first(r));
      if (D?.kind !== 'distance') return null;
      const mark = at(t, 'base', (r) => {
        const scale = r.scale === 'degree' ? Math.tan((r.value * Math.PI) / 180) : r.value / (r.scale === 'fixed' ? 20 : 100);
        const up = scale + 1.3 / D.value;
        const value = r.scale === 'degree' ? (Math.atan(up) * 180) / Math.PI : up * (r.scale === 'fixed' ? 20 : 100);
        return { ...r, target: 'mark', value: -round(value, 1) };
      });
      return [...mark, { kind: 'mark-height', value: 1.3, unit: 'm', station: 'A' }];
    },
  },
  {
    name: 'degrees for percent, all',
    found: 0.74,
    codes: ['degrees-for-percent'],
    tree: (s, p) => crewTree(s, p, { scale: 'degree' }),
    plant: (t) => t.readings.map((r) => (r.kind === 'angle' && first(r) ? { ...r, scale: 'percent' as const } : r)),
  },
  {
    name: 'percent for degrees, all',
    found: 0.95,
    codes: ['percent-for-degrees'],
    tree: (s, p) => crewTree(s, p, { scale: 'percent' }),
    plant: (t) =>
      t.readings.some((r) => r.kind === 'angle' && Math.abs(r.value) >= 89)
        ? null
        : t.readings.map((r) => (r.kind === 'angle' && first(r) ? { ...r, scale: 'degree' as const } : r)),
  },
  {
    name: 'another fixed scale',
    found: 0.63,
    codes: ['other-scale', 'base-other-scale', 'tip-other-scale'],
    tree: (s, p) => crewTree(s, p, { scale: 'fixed' }),
    plant: (t, s) => {
      const other = s.uniform() < 0.5 ? 15 : 30;
      return t.readings.map((r) => (r.kind === 'angle' && first(r) ? { ...r, scaleDistance: other } : r));
    },
  },
  {
    name: 'feet for metres',
    found: 0.97,
    codes: ['distance-in-feet'],
    tree: known,
    plant: (t) => kind(t, 'distance', (r) => ({ ...r, value: round(r.value / 0.3048, 1) })),
  },
  {
    name: 'distance: digits swapped',
    found: 0.84,
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
    found: 0.97,
    codes: ['decimal-slip'],
    tree: known,
    plant: (t) => kind(t, 'distance', (r) => ({ ...r, value: round(r.value * 10, 1) })),
  },
  {
    name: 'girth as diameter',
    found: 0.33,
    codes: ['circumference-as-diameter'],
    tree: crewTree,
    plant: (t) => kind(t, 'diameter', (r) => ({ ...r, value: round(r.value * Math.PI, 1) })),
  },
  {
    name: 'diameter: decimal point',
    found: 0.97,
    codes: ['decimal-slip'],
    tree: crewTree,
    plant: (t) => kind(t, 'diameter', (r) => ({ ...r, value: round(r.value / 10, 2) })),
  },
  {
    name: 'inches as centimetres',
    found: 0.64,
    codes: ['inches-as-centimetres'],
    tree: crewTree,
    plant: (t) => kind(t, 'diameter', (r) => ({ ...r, value: round(r.value / 2.54, 1) })),
  },
  {
    name: 'single steps as paces',
    found: 0.97,
    codes: ['single-steps'],
    tree: known,
    plant: (t, s) => {
      const d = t.readings.find((r) => r.kind === 'distance' && first(r));
      return d?.kind === 'distance'
        ? [
            ...t.readings,
            {
              kind: 'paces',
              value: Math.round((d.value / 0.75) * (1 + s.normal(0.02))),
              pace: 1.5,
              sigmaShare: 0.02,
              along: d.along === 'slope' ? 'slope' : 'level',
              to: 'axis',
              station: 'A',
            },
          ]
        : null;
    },
  },
  {
    name: 'stick and reach swapped',
    found: 0.57,
    codes: ['stick-swapped', 'unusual-reach', 'length-as-reach', 'reach-differs'],
    tree: (s, p) => crewTree(s, p, { stations: 1 }),
    plant: (t, s) => stickInstead(t, s, (covers, reach) => ({ value: 100 * reach, reach: covers })),
  },
  {
    name: 'stick’s length as reach',
    found: 0.97,
    codes: ['length-as-reach', 'unusual-reach', 'reach-differs'],
    tree: (s, p) => crewTree(s, p, { stations: 1 }),
    plant: (t, s) => stickInstead(t, s, (covers) => ({ value: 100 * covers, reach: 1 })),
  },
  {
    name: 'reported height, another set distance',
    found: 0.97,
    codes: ['device-distance'],
    tree: (s, p) => crewTree(s, p, { stations: 1, slopeRead: false }),
    plant: (t, s) => {
      const d = t.readings.find((r) => r.kind === 'distance');
      if (d?.kind !== 'distance') return null;
      const set = [15, 20, 25, 30].find((v) => Math.abs(v / d.value - 1) > 0.1) ?? 20;
      const reported = t.height * (set / d.value) * (1 + s.normal(0.02));
      return [
        ...t.readings.filter((r) => r.kind !== 'angle'),
        { kind: 'device-height', target: 'tip', value: round(reported, 1), unit: 'm', setDistance: set, station: 'A' },
      ];
    },
  },
  {
    name: 'slope forgotten',
    found: 0.0,
    codes: ['slope-distance'],
    tree: known,
    plant: (t) => kind(t, 'distance', (r) => ({ ...r, along: 'level' })),
  },
];

function stickInstead(
  t: CrewTree,
  s: Stream,
  typed: (covers: number, reach: number) => { value: number; reach: number },
): readonly Reading[] | null {
  const d = t.readings.find((r) => r.kind === 'distance');
  if (d?.kind !== 'distance') return null;
  const covers = (t.height / d.value) * t.reach * (1 + s.normal(0.03));
  const { value, reach } = typed(covers, t.reach);
  return [
    ...t.readings.filter((r) => r.kind !== 'angle' || r.target === 'ground'),
    { kind: 'stick', target: 'tip', value: round(value, 1), unit: 'cm', reach: round(reach, 3), station: 'A' },
  ];
}
