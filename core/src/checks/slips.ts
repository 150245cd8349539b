import { type AngleReading, ONE_STATION, type Reading } from '../reading/index';
import { toMetres } from '../units';
import type { CheckInput, FindingTarget } from './finding';
import { okStations } from './finding';

/** A usual slip: the readings as they would be without it, and how often people make it. */
export interface Slip {
  readonly code: string;
  readonly target: FindingTarget;
  /** Among a thousand trees, about. */
  readonly often: number;
  readonly readings: readonly Reading[];
  readonly why: string;
  readonly remedy: string;
}

type Change = (r: Reading) => Reading;
const changed = (all: readonly Reading[], which: (r: Reading) => boolean, to: Change) => all.map((r) => (which(r) ? to(r) : r));

/** Every usual slip that these readings may hold. */
export const slipsIn = (input: CheckInput): readonly Slip[] => [
  ...signs(input),
  ...scales(input),
  ...distances(input),
  ...diameters(input),
  ...others(input),
];

const SIGNED = ['tip', 'base', 'mark', 'ground', 'crown-base', 'merchantable'] as const;
const HERE = (station: string) => (r: Reading) => (r.station ?? ONE_STATION) === station;

function signs({ readings, result }: CheckInput): Slip[] {
  return okStations(result).flatMap((s) => {
    const here = HERE(s.station);
    return SIGNED.flatMap((target): Slip[] => {
      const at = (r: Reading) => here(r) && (r.kind === 'angle' || r.kind === 'shot') && r.target === target;
      const own = readings.filter(at);
      if (own.length === 0 || own.some((r) => r.kind === 'angle' && (r.included || r.scale === 'dial'))) return [];
      const turn: Change = (r) =>
        r.kind === 'angle' ? { ...r, value: -r.value } : r.kind === 'shot' ? { ...r, elevation: -r.elevation } : r;
      const name = target === 'ground' ? 'slope' : target.replace('-', ' ');
      const sign: Slip = {
        code: `${target}-sign`,
        target,
        often: target === 'base' || target === 'mark' ? 20 : 10,
        readings: changed(readings, at, turn),
        why: `With the other sign of the ${name} it fits.`,
        remedy: `Turn the sign of the ${name}.`,
      };
      const zero = own.every((r) => r.kind === 'angle' && r.value === 0);
      if (!zero || (target !== 'base' && target !== 'mark')) return zero ? [] : [sign];
      const should = 100 * (s.predictedBase + s.markHeight / s.distance);
      return [
        {
          code: 'base-level',
          target,
          often: 20,
          readings: changed(readings, at, (r) => ({ ...(r as AngleReading), value: should, scale: 'percent' })),
          why: `The ${name} reads exactly level, as if it was not sighted.`,
          remedy: 'Sight the foot of the stem, where the ground meets it.',
        },
      ];
    });
  });
}

/** Fixed-distance scales stand beside each other in an eyepiece. */
const FIXED = [15, 20, 25, 30, 40, 50] as const;

function scales({ readings, result }: CheckInput): Slip[] {
  const slips: Slip[] = [];
  const angles = readings.filter((r): r is AngleReading => r.kind === 'angle');
  const as = (scale: 'degree' | 'percent'): Change => {
    return (r) => (r.kind === 'angle' ? ({ ...r, scale } as Reading) : r);
  };
  const both = (from: 'percent' | 'degree', which: (r: Reading) => boolean, target: FindingTarget, one: boolean) => {
    const to = from === 'percent' ? 'degree' : 'percent';
    const own = angles.filter((r) => r.scale === from && which(r));
    if (own.length === 0 || (to === 'degree' && own.some((r) => Math.abs(r.value) >= 89))) return;
    const word = from === 'percent' ? 'degrees' : 'percent';
    const name = target.replace('-', ' ');
    slips.push({
      code: `${one ? `${target}-` : ''}${from === 'percent' ? 'degrees-for-percent' : 'percent-for-degrees'}`,
      target,
      often: one ? 4 : 12,
      readings: changed(readings, (r) => r.kind === 'angle' && r.scale === from && which(r), as(to)),
      why: one ? `With the ${name} read as ${word} it fits.` : `Read as ${word} it fits.`,
      remedy: `Look which scale the number stands on: ${word}, not ${from === 'percent' ? 'percent' : 'degrees'}.`,
    });
  };
  for (const s of okStations(result)) {
    const here = HERE(s.station);
    for (const from of ['percent', 'degree'] as const) {
      both(from, here, 'tip', false);
      // the slope is often sighted by itself, with another scale in view
      if (s.slope !== null) both(from, (r) => here(r) && r.kind === 'angle' && r.target !== 'ground', 'tip', false);
      for (const target of SIGNED) both(from, (r) => here(r) && r.kind === 'angle' && r.target === target, target, true);
    }
    const fixed = angles.find((r) => here(r) && r.scale === 'fixed' && r.scaleDistance !== undefined);
    if (!fixed) continue;
    for (const other of FIXED) {
      if (other === fixed.scaleDistance) continue;
      const near = Math.abs(Math.log(other / (fixed.scaleDistance as number))) < 0.45;
      slips.push({
        code: 'other-scale',
        target: 'tip',
        often: near ? 10 : 2,
        readings: changed(
          readings,
          (r) => here(r) && r.kind === 'angle' && r.scale === 'fixed',
          (r) => ({ ...(r as AngleReading), scaleDistance: other }),
        ),
        why: `Read on the scale for ${other} it fits.`,
        remedy: 'Look which distance the scale is drawn for.',
      });
      for (const target of ['base', 'tip'] as const)
        slips.push({
          code: `${target}-other-scale`,
          target,
          often: near ? 3 : 1,
          readings: changed(
            readings,
            (r) => here(r) && r.kind === 'angle' && r.scale === 'fixed' && r.target === target,
            (r) => ({ ...(r as AngleReading), scaleDistance: other }),
          ),
          why: `With the ${target} read on the scale for ${other} it fits.`,
          remedy: 'Look which distance the scale is drawn for.',
        });
    }
  }
  return slips;
}

/** A figure with two neighbouring digits the other way round. */
function swapped(value: number): readonly number[] {
  const digits = String(value);
  return Array.from({ length: Math.max(0, digits.length - 1) }, (_, i) => i).flatMap((i) => {
    const [a = '', b = ''] = [digits[i], digits[i + 1]];
    if (a === b || !/\d/.test(a) || !/\d/.test(b) || (i === 0 && b === '0')) return [];
    return [Number(digits.slice(0, i) + b + a + digits.slice(i + 2))];
  });
}

function distances({ readings, result, protocol }: CheckInput): Slip[] {
  return okStations(result).flatMap((s) => {
    const here = HERE(s.station);
    const slips: Slip[] = [];
    const slip = (code: string, often: number, which: Reading, to: Reading, why: string, remedy: string) =>
      slips.push({
        code,
        target: 'distance',
        often,
        readings: changed(
          readings,
          (r) => r === which,
          () => to,
        ),
        why,
        remedy,
      });
    for (const r of readings.filter(here)) {
      if (r.kind === 'paces') {
        slip(
          'single-steps',
          20,
          r,
          { ...r, value: r.value / 2 },
          'Counted as single steps it fits: a pace is two.',
          'Say whether you count steps or paces.',
        );
        slip(
          'paces-as-steps',
          4,
          r,
          { ...r, value: r.value * 2 },
          'As paces of two steps it fits.',
          'Say whether you count steps or paces.',
        );
      }
      if (r.kind !== 'distance' && r.kind !== 'equal-legs') continue;
      if (r.unit === 'm')
        slip(
          'distance-in-feet',
          protocol.units === 'metric' ? 10 : 4,
          r,
          { ...r, unit: 'ft' },
          'With the distance in feet it fits.',
          'Check the unit of the distance: feet, not metres.',
        );
      if (r.unit === 'ft')
        slip(
          'distance-in-metres',
          protocol.units === 'us' ? 10 : 4,
          r,
          { ...r, unit: 'm' },
          'With the distance in metres it fits.',
          'Check the unit of the distance: metres, not feet.',
        );
      for (const by of [0.1, 10])
        slip(
          'decimal-slip',
          3,
          r,
          { ...r, value: r.value * by },
          'With the decimal point one place over it fits.',
          'Look at the decimal point of the distance.',
        );
      for (const value of swapped(r.value))
        slip('digits-swapped', 2, r, { ...r, value }, `As ${value} it fits: two digits changed places.`, 'Look at the distance again.');
      if (r.kind === 'distance' && r.along === 'level' && s.slope !== null && Math.abs(s.slope) > 0.15)
        slip(
          'slope-distance',
          12,
          r,
          { ...r, along: 'slope' },
          'Taken along the slope it fits.',
          'If the tape lay along the slope, say so.',
        );
      // which side of a mark a tape was read from only shows against another reading of the same distance
      if (r.kind === 'distance' && s.otherDistances.length > 0) {
        for (const value of mirrored(r.value))
          slip(
            'wrong-side-of-mark',
            4,
            r,
            { ...r, value },
            `Counted on from the mark before it would be ${value}, which fits.`,
            'Look at the tape: do the figures grow the way you read?',
          );
        for (const from of [1, 10])
          if (r.value > from)
            slip(
              'tape-from-one',
              3,
              r,
              { ...r, value: r.value - from },
              `Begun at ${from} instead of 0 it would be ${round(r.value - from)}, which fits.`,
              'Look at the end of the tape: where is its zero?',
            );
      }
    }
    return slips;
  });
}
const mirrored = (r: number): readonly number[] => [2 * Math.floor(r) - r, 2 * Math.ceil(r) - r].filter((v) => v > 0 && v !== r).map(round);
const round = (n: number) => Math.round(n * 1000) / 1000;

function diameters({ readings }: CheckInput): Slip[] {
  const last = readings.findLast((r) => r.kind === 'diameter' && !r.upper);
  if (last?.kind !== 'diameter') return [];
  const slips: Slip[] = [];
  const slip = (code: string, often: number, to: Partial<typeof last>, why: string, remedy: string) =>
    slips.push({
      code,
      target: 'dbh',
      often,
      readings: changed(
        readings,
        (r) => r === last,
        () => ({ ...last, ...to }),
      ),
      why,
      remedy,
    });
  const times = (by: number) => ({ value: last.value * by, ...(last.more ? { more: last.more.map((v) => v * by) } : {}) });
  if (last.tool === 'diameter-tape')
    slip(
      'circumference-as-diameter',
      20,
      times(1 / Math.PI),
      'As a girth it fits.',
      'Look at the tape: if it was a plain one, say “girth”.',
    );
  if (last.tool === 'plain-tape')
    slip(
      'diameter-as-circumference',
      15,
      times(Math.PI),
      'As a diameter it fits.',
      'Look at the tape: if it was the diameter side, say “diameter”.',
    );
  if (last.unit === 'cm')
    slip('inches-as-centimetres', 8, { unit: 'in' }, 'Read in inches it fits.', 'Look at the tape: inches or centimetres?');
  if (last.unit === 'in')
    slip('centimetres-as-inches', 8, { unit: 'cm' }, 'Read in centimetres it fits.', 'Look at the tape: inches or centimetres?');
  for (const by of [0.1, 10])
    slip('decimal-slip', 3, times(by), 'With the decimal point one place over it fits.', 'Look at the decimal point of the diameter.');
  if (!last.more)
    for (const value of swapped(last.value))
      slip('digits-swapped', 2, { value }, `As ${value} it fits: two digits changed places.`, 'Look at the diameter again.');
  return slips;
}

function others(input: CheckInput): Slip[] {
  const { readings, result, reach } = input;
  return readings.flatMap((r): Slip[] => {
    if (r.kind === 'stick' && r.reach !== undefined) {
      const own = toMetres(r.value, r.unit);
      const perUnit = own / r.value;
      const swap: Slip = {
        code: 'stick-swapped',
        target: 'stick',
        often: 8,
        readings: changed(
          readings,
          (x) => x === r,
          () => ({ ...r, value: (r.reach as number) / perUnit, reach: own }),
        ),
        why: 'With the stick’s length and your reach the other way round it fits.',
        remedy: 'First what of the stick covers the tree, then your reach.',
      };
      if (reach === undefined) return [swap];
      return [
        swap,
        {
          code: 'length-as-reach',
          target: 'stick',
          often: 10,
          readings: changed(
            readings,
            (x) => x === r,
            () => ({ ...r, reach }),
          ),
          why: 'With your own reach from the kit it fits.',
          remedy: 'The reach is level, from the eye to the stick, not the stick’s own length.',
        },
      ];
    }
    if (r.kind === 'device-height' && r.setDistance !== undefined) {
      const s = okStations(result).find((one) => one.station === (r.station ?? ONE_STATION));
      return s
        ? [
            {
              code: 'device-distance',
              target: 'device',
              often: 8,
              readings: changed(
                readings,
                (x) => x === r,
                () => ({ ...r, setDistance: s.distance }),
              ),
              why: 'Reported for the distance you stood at it fits.',
              remedy: 'Look which distance is set in the instrument.',
            },
          ]
        : [];
    }
    return [];
  });
}
