import type { Stream } from '../practice/chance';
import type { AngleReading, Reading } from '../reading/index';
import { PRESET_KEYS, type PresetKey } from '../survey/index';
import { type Blunder, named } from './test-blunders';
import { alarms, type CrewTree, crewFindings, crewTree } from './test-crew';

/**
 * What can be known of a simulated tree, by plane trigonometry on the readings as typed and nothing of the core: each
 * quantity about its expected value in units of its own spread, more or less. How far clean trees go is counted.
 */
type Quantities = ReadonlyMap<string, number>;

const ANGLE = (0.25 * Math.PI) / 180;
const TIP = { conifer: 0.5, broad: 1.5 } as const;

export function quantitiesOf(t: CrewTree, readings: readonly Reading[] = t.readings): Quantities {
  const out = new Map<string, number>();
  const heights: { h: number; sigma: number }[] = [];
  for (const station of new Set(readings.flatMap((r) => (r.station ? [r.station] : [])))) {
    const here = readings.filter((r) => r.station === station);
    const sight = (target: string) => here.find((r): r is AngleReading => r.kind === 'angle' && r.target === target);
    const taped = here.find((r) => r.kind === 'distance');
    if (taped?.kind !== 'distance') continue;
    const ground = sight('ground');
    const slope = ground ? tangentOf(ground) : null;
    const d = taped.along === 'slope' && slope !== null ? taped.value / Math.hypot(1, slope) : taped.value;
    const paces = here.find((r) => r.kind === 'paces');
    if (paces?.kind === 'paces') out.set('paces beside tape', Math.log((paces.value * (paces.pace ?? Number.NaN)) / taped.value));
    const stick = here.find((r) => r.kind === 'stick');
    if (stick?.kind === 'stick') {
      const reach = stick.reach ?? Number.NaN;
      const h = (stick.value / 100 / reach) * d;
      out.set('reach', reach - t.reach);
      out.set('stick over reach', Math.log(stick.value / 100 / reach));
      heights.push({ h, sigma: 0.05 * h });
    }
    const device = here.find((r) => r.kind === 'device-height');
    if (device?.kind === 'device-height') {
      const set = device.setDistance ?? taped.value;
      out.set('set distance', set - taped.value);
      heights.push({ h: (device.value * taped.value) / set, sigma: 0.05 * device.value });
    }
    const [tip, lower] = [sight('tip'), sight('base') ?? sight('mark')];
    if (!tip || !lower) continue;
    const mark = lower.target === 'mark' ? 1.3 : 0;
    const [up, low] = [tangentOf(tip), tangentOf(lower)];
    const eye = t.eyeHeight ?? 1.6;
    const error = (t_: number, r: AngleReading) => Math.hypot(ANGLE * (1 + t_ ** 2), stepOf(r) / Math.sqrt(12));
    const foot = low - (mark - eye) / d;
    if (ground && slope !== null)
      out.set(`foot ${station}`, (foot - slope) / Math.hypot((t.eyeHeight ? 0.04 : 0.1) / d, error(low, lower), error(slope, ground)));
    else out.set(`foot without a slope ${station}`, foot);
    const h = mark + d * (up - low);
    out.set(`distance over height ${station}`, h > 0 ? Math.log(d / h) : Number.POSITIVE_INFINITY);
    const sigma = Math.hypot(d * error(up, tip), d * error(low, lower), up * TIP[t.species.crown ?? 'broad'], 0.003 * h);
    heights.push({ h, sigma });
  }
  for (const [i, a] of heights.entries())
    for (const b of heights.slice(i + 1)) out.set('heights of two stations', Math.abs(a.h - b.h) / Math.hypot(a.sigma, b.sigma));
  const taken = readings.find((r) => r.kind === 'diameter');
  const dbh = taken?.kind === 'diameter' ? taken.value / 100 : Number.NaN;
  if (heights.length > 0) {
    const weight = heights.reduce((sum, x) => sum + x.sigma ** -2, 0);
    const h = heights.reduce((sum, x) => sum + x.h / x.sigma ** 2, 0) / weight;
    out.set(`slenderness, ${t.preset}`, h > 1.3 ? Math.log((h - 1.3) / dbh) : Number.POSITIVE_INFINITY);
    const before = t.previousHeight;
    // how fast this kind of tree grows is not known: only that none shrinks, and none shoots up by two metres a year
    if (before) {
      const grown = h - before.height;
      const beyond = Math.min(grown, 0) + Math.max(grown - 2 * before.years, 0);
      out.set('growth in height', beyond / Math.hypot(0.6, weight ** -0.5));
    }
  }
  const passes = readings.flatMap((r) => (r.kind === 'diameter' ? [r.value] : []));
  if (passes.length > 1) out.set('two passes of the tape', (passes[1] as number) - (passes[0] as number));
  const before = t.previous?.[0];
  if (before) {
    const grown = dbh - before.diameter;
    out.set('growth in diameter', Math.min(grown, 0) + Math.max(grown - 0.03 * before.years, 0));
  }
  return out;
}

function tangentOf(r: AngleReading): number {
  if (r.scale === 'degree') return Math.tan((r.value * Math.PI) / 180);
  return r.value / (r.scale === 'fixed' ? (r.scaleDistance ?? Number.NaN) : 100);
}

/** The finest difference of a scale, as its readings look, rise over run. */
function stepOf(r: AngleReading): number {
  const shown = Number.isInteger(r.value) ? 1 : Number.isInteger(2 * r.value) ? 0.5 : 0.1;
  return shown * (r.scale === 'degree' ? Math.PI / 180 : r.scale === 'fixed' ? 1 / (r.scaleDistance ?? Number.NaN) : 0.01);
}

/** One quantity at several stations, or of several pairs, has one band. */
const nameOf = (key: string) => key.replace(/ [ABC]$/, '');

/** For each quantity the band that holds 99.9 % of clean trees, counted: half of the rest below it, half above. */
export type Bands = ReadonlyMap<string, { readonly low: number; readonly high: number }>;

export function bandsOf(s: Stream, blunders: readonly Blunder[], trees: number): Bands {
  const values = new Map<string, number[]>();
  const note = (t: CrewTree, readings?: readonly Reading[]) => {
    for (const [key, value] of quantitiesOf(t, readings)) {
      const list = values.get(nameOf(key)) ?? [];
      list.push(value);
      values.set(nameOf(key), list);
    }
  };
  for (let i = 0; i < trees; i++) {
    const preset = PRESET_KEYS[i % PRESET_KEYS.length] as (typeof PRESET_KEYS)[number];
    note(crewTree(s, preset));
    const { tree, clean } = blunders[i % blunders.length] as Blunder;
    const t = tree(s, preset);
    note(t, clean?.(t, s) ?? t.readings);
  }
  return new Map(
    [...values].map(([key, list]) => {
      list.sort((a, b) => a - b);
      const out = Math.floor(0.0005 * list.length);
      return [key, { low: list[out] as number, high: list[list.length - 1 - out] as number }] as const;
    }),
  );
}

/** Whether readings move some quantity to where hardly any clean tree has it. */
export const visible = (bands: Bands, t: CrewTree, readings: readonly Reading[]): boolean =>
  [...quantitiesOf(t, readings)].some(([key, value]) => {
    const band = bands.get(nameOf(key));
    return !band || !(value >= band.low && value <= band.high);
  });

/** Of so many plantings of a slip: how many were made, are visible, were noticed of those, and explained of those. */
export function triedOn(
  bands: Bands,
  blunder: Blunder,
  s: Stream,
  presets: readonly PresetKey[],
  trees: number,
): { readonly all: number; readonly shown: number; readonly noticed: number; readonly explained: number } {
  let [all, shown, noticed, explained] = [0, 0, 0, 0];
  for (let i = 0; i < trees; i++) {
    const t = blunder.tree(s, presets[i % presets.length] as PresetKey);
    const readings = blunder.plant(t, s);
    if (!readings) continue;
    all++;
    if (!visible(bands, t, readings)) continue;
    shown++;
    const findings = crewFindings({ ...t, readings });
    const cause = named(blunder, findings);
    if (alarms(findings) || cause) noticed++;
    if (cause) explained++;
  }
  return { all, shown, noticed, explained };
}
