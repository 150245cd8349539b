import { type ProtocolOptions, TRUNK_LIMITS, type Trunk } from '@arbolito/core';

/** What can be tapped of a trunk. */
export const SITUATIONS = ['straight', 'slope', 'lean', 'swelling', 'fork', 'stems', 'butt', 'branches', 'vines', 'snow'] as const;
export type Situation = (typeof SITUATIONS)[number];

export const SITUATION_NAMES: Readonly<Record<Situation, string>> = {
  straight: 'Stands straight',
  slope: 'On a slope',
  lean: 'Leans',
  swelling: 'Swelling or wound',
  fork: 'Forks',
  stems: 'Several stems',
  butt: 'Flared base',
  branches: 'Low branches',
  vines: 'Vines',
  snow: 'Snow, litter',
};

/** Whether a situation is said of a trunk. */
export function isSaid(trunk: Trunk, situation: Situation): boolean {
  switch (situation) {
    case 'straight':
      return SITUATIONS.every((s) => s === 'straight' || !isSaid(trunk, s));
    case 'slope':
      return (trunk.slope ?? 0) > 0;
    case 'lean':
      return (trunk.lean?.angle ?? 0) > 0;
    case 'swelling':
      return (trunk.swellings?.length ?? 0) > 0;
    case 'fork':
      return trunk.fork !== undefined;
    case 'stems':
      return (trunk.stems ?? 1) > 1;
    case 'butt':
      return trunk.buttSwell !== undefined;
    case 'branches':
      return (trunk.lowBranches?.length ?? 0) > 0;
    case 'vines':
      return trunk.vines !== undefined;
    case 'snow':
      return (trunk.snow ?? 0) > 0;
  }
}

/**
 * A trunk with a situation said of it, or taken back. It begins where it matters, at breast height; the figures beside
 * the drawing put it where it is.
 */
export function toggle(trunk: Trunk, situation: Situation, protocol: ProtocolOptions): Trunk {
  const b = protocol.breastHeight;
  const at = (h: number) => Math.round(Math.max(0.05, h) * 100) / 100;
  const { slope, lean, swellings, fork, stems, buttSwell, lowBranches, vines, snow, ...rest } = trunk;
  const on = !isSaid(trunk, situation);
  switch (situation) {
    case 'straight':
      return rest;
    case 'slope':
      return on ? { ...trunk, slope: 15 } : without(trunk, 'slope');
    case 'lean':
      return on ? { ...trunk, lean: { angle: 12, toward: 'downhill' } } : without(trunk, 'lean');
    case 'swelling':
      return on ? { ...trunk, swellings: [{ from: at(b - 0.2), to: at(b + 0.3) }] } : without(trunk, 'swellings');
    case 'fork':
      return on ? { ...trunk, fork: { height: at(b - 0.3) } } : without(trunk, 'fork');
    case 'stems':
      return on ? { ...trunk, stems: 2 } : without(trunk, 'stems');
    case 'butt':
      return on ? { ...trunk, buttSwell: { end: at(b + 0.2) } } : without(trunk, 'buttSwell');
    case 'branches':
      return on ? { ...trunk, lowBranches: [{ from: at(b - 0.2), to: at(b + 0.4) }] } : without(trunk, 'lowBranches');
    case 'vines':
      return on ? { ...trunk, vines: 'movable' } : without(trunk, 'vines');
    case 'snow':
      return on ? { ...trunk, snow: 0.3 } : without(trunk, 'snow');
  }
}

export function without(trunk: Trunk, field: keyof Trunk): Trunk {
  const { [field]: _, ...rest } = trunk;
  return rest;
}

/** The two kinds of zones a trunk may have several of. */
export type ZoneField = 'swellings' | 'lowBranches';

/** A trunk with one zone more, a hand's breadth above the last; unchanged where it has as many as it may. */
export function withZone(trunk: Trunk, field: ZoneField): Trunk {
  const zones = trunk[field] ?? [];
  const top = Math.max(0.9, ...zones.map((z) => z.to));
  if (zones.length >= TRUNK_LIMITS.zones || top > 10) return trunk;
  return { ...trunk, [field]: [...zones, { from: round(top + 0.15), to: round(top + 0.4) }] };
}

/** A trunk without one of its zones; without the last of a kind it has none. */
export function withoutZone(trunk: Trunk, field: ZoneField, index: number): Trunk {
  const zones = (trunk[field] ?? []).filter((_, i) => i !== index);
  return zones.length > 0 ? { ...trunk, [field]: zones } : without(trunk, field);
}

/** Heights are said to the centimetre, and a zone keeps its two ends in order. */
const SMALLEST = 0.02;
const round = (h: number) => Math.round(h * 100) / 100;

/** A trunk with one of its heights put elsewhere, by the name of its handle in the drawing. */
export function moved(trunk: Trunk, handle: string, height: number): Trunk {
  const [what = '', index = '0', end] = handle.split(':');
  const h = round(Math.min(12, Math.max(0.02, height)));
  if (what === 'butt') return { ...trunk, buttSwell: { end: h } };
  if (what === 'fork' && trunk.fork) {
    const { swellFrom, narrowestBelow } = trunk.fork;
    return {
      ...trunk,
      fork: {
        height: h,
        ...(swellFrom === undefined ? {} : { swellFrom: Math.min(swellFrom, h) }),
        ...(narrowestBelow === undefined ? {} : { narrowestBelow: Math.min(narrowestBelow, h) }),
      },
    };
  }
  const field = what === 'branches' ? 'lowBranches' : 'swellings';
  const zones = (trunk[field] ?? []).map((z, i) => {
    if (i !== Number(index)) return z;
    if (end === 'to') return { ...z, to: Math.max(h, round(z.from + SMALLEST)) };
    const from = Math.min(h, round(z.to - SMALLEST));
    return { ...z, from, ...(z.narrowestBelow === undefined ? {} : { narrowestBelow: Math.min(z.narrowestBelow, from) }) };
  });
  return { ...trunk, [field]: zones };
}
