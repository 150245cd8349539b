import type { GroundReference, ProtocolOptions } from '../survey/index';
import { DomainError } from '../units';

/** Which way a stem may hang on a slope; across it, the slope is behind the lean. */
export const LEANS_TOWARD = ['uphill', 'downhill', 'across'] as const;

/** A stretch of stem not to measure in. Heights in metres along the stem above the ground reference. */
export interface Zone {
  readonly from: number;
  readonly to: number;
  /** The narrowest point below it, where it is not right under `from`. */
  readonly narrowestBelow?: number;
  /** Just above it the stem is no better: a fork's crotch, a second wound, a branch. */
  readonly worseAbove?: boolean;
}

/** Where heights of a trunk start, and along which line they run. */
export interface MeasuredFrom {
  readonly reference: GroundReference;
  readonly along: ProtocolOptions['lean'];
}

/** What a trunk does, as somebody who stands at it says. What is left out is not there. */
export interface Trunk {
  /** What its heights are counted from; the protocol's own way when left out. */
  readonly from?: MeasuredFrom;
  /** Thickness near breast height, metres, where it is not measured yet. */
  readonly diameter?: number;
  /** Slope of the ground across the trunk, degrees, 0 level. */
  readonly slope?: number;
  /** Degrees from plumb, and which way it hangs. */
  readonly lean?: { readonly angle: number; readonly toward: (typeof LEANS_TOWARD)[number] };
  /** Top of the root flare above the ground at mid-slope, metres; below 0 where it is buried. */
  readonly rootFlare?: number;
  /** Where the stems part, and where the swelling below that begins. */
  readonly fork?: { readonly height: number; readonly swellFrom?: number; readonly narrowestBelow?: number };
  /** Where a butt swell or buttress ends. */
  readonly buttSwell?: { readonly end: number };
  /** Swellings, wounds, galls, branch stubs. */
  readonly swellings?: readonly Zone[];
  /** Branches from one trunk, with their flare. */
  readonly lowBranches?: readonly Zone[];
  readonly vines?: 'movable' | 'fixed';
  /** Depth of snow or litter over mineral ground, metres. */
  readonly snow?: number;
  /** Stems that rise from the ground, or from a fork; counted, whether measured or not. */
  readonly stems?: number;
}

/** Thickness taken where nobody said one, metres. */
export const ASSUMED_THICKNESS = 0.4;

/** Thickness of a trunk near breast height: as measured, else as somebody said, else assumed; metres. */
export const thicknessOf = (trunk: Trunk, measured: number | null): number => measured ?? trunk.diameter ?? ASSUMED_THICKNESS;

/**
 * Where the swelling below a fork begins: as somebody said, else half a thickness under the fork.
 * @returns metres; below the ground under a low fork of a thick stem
 */
export const forkSwell = (fork: NonNullable<Trunk['fork']>, thickness: number): number => fork.swellFrom ?? fork.height - thickness / 2;

/** Limits of what a trunk may say; also those of the wire. */
export const TRUNK_LIMITS = { height: 20, diameter: 15, slope: 60, lean: 75, snow: 5, zones: 6, stems: 99 } as const;

/**
 * Refuses a trunk that can't be.
 * @param trunk what is said of it
 * @returns nothing, where it can be
 * @throws DomainError `out-of-range`, `zone-upside-down`, `lies-on-the-ground`
 */
export function checkTrunk(trunk: Trunk): void {
  const { height, diameter, slope, lean, snow, stems } = TRUNK_LIMITS;
  within('thickness of the trunk', trunk.diameter, 0.001, diameter, 'm');
  within('slope at the trunk', trunk.slope, 0, slope, '°');
  within('lean', trunk.lean?.angle, 0, lean, '°');
  within('root flare', trunk.rootFlare, -3, 3, 'm');
  within('height of the fork', trunk.fork?.height, 0, height, 'm');
  within('beginning of the fork’s swelling', trunk.fork?.swellFrom, 0, trunk.fork?.height ?? height, 'm, not above the fork');
  within('narrowest point below the fork', trunk.fork?.narrowestBelow, 0, trunk.fork?.height ?? height, 'm, not above the fork');
  within('end of the butt swell', trunk.buttSwell?.end, 0, height, 'm');
  within('depth of snow', trunk.snow, 0, snow, 'm');
  within('number of stems', trunk.stems, 1, stems, 'stems');
  for (const [name, zones] of [
    ['swelling', trunk.swellings],
    ['low branches', trunk.lowBranches],
  ] as const) {
    for (const zone of zones ?? []) {
      within(`lower end of the ${name}`, zone.from, 0, height, 'm');
      within(`upper end of the ${name}`, zone.to, 0, height, 'm');
      if (zone.to <= zone.from) throw new DomainError('zone-upside-down', `upper end of the ${name}`, zone.to, `above ${zone.from} m`);
      within(`narrowest point below the ${name}`, zone.narrowestBelow, 0, zone.from, 'm, not above its lower end');
    }
  }
  // a stem that leans with the slope until it lies along it has no uphill side
  if (trunk.lean?.toward !== 'across' && (trunk.lean?.angle ?? 0) + (trunk.slope ?? 0) > 85) {
    throw new DomainError(
      'lies-on-the-ground',
      'lean',
      trunk.lean?.angle,
      'together with the slope at most 85°: measure along the stem by hand',
    );
  }
}

function within(quantity: string, value: number | undefined, from: number, to: number, unit: string): void {
  if (value !== undefined && !(Number.isFinite(value) && value >= from && value <= to)) {
    throw new DomainError('out-of-range', quantity, value, `from ${from} to ${to} ${unit}`);
  }
}
