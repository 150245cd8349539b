import { TYPICAL_ERRORS } from '../kit/index';
import { FIRST_STEM } from '../reading/index';
import type { DistanceSource, HeightResult } from '../tree/index';
import { formatNumber, metres, showDiameter, showHeight } from '../units';
import { type CheckInput, type Measure, okStations } from './finding';

/** Errors that two figures of one thing may lie apart before they contradict each other. */
const TOLERANCE = 3.4;

/** Height above the tape over diameter of trees that stand, forest-grown and open-grown. */
const FOREST = { low: 20, high: 150 } as const;
const OPEN = { low: 8, high: 95 } as const;
/** How many deviations the ends of that range are, in logarithms. */
const ENDS = 3.2;

/** A height that does not go with its diameter. */
export function slendernessMeasures({ readings, result, protocol }: CheckInput): readonly Measure[] {
  const { dbh, height } = result;
  // a number for several stems is no stem's thickness
  if (!dbh.ok || !height.ok || result.oneNumber) return [];
  const d = dbh.value.value;
  const ratio = (height.value.value - dbh.value.pom) / d;
  if (!(ratio > 0)) return [];
  // street and park work has its own preset, and mid-slope ground goes with it; a broad crown is told
  const open = protocol.groundReference === 'mid-slope' || readings.some((r) => r.kind === 'crown');
  const { low, high } = open ? OPEN : FOREST;
  const half = Math.log(high / low) / 2;
  return [
    {
      z: ((Math.log(ratio) - Math.log(low * high) / 2) / half) * ENDS,
      limit: ENDS,
      finding: () => ({
        code: 'slenderness',
        target: 'dbh',
        what: `${showHeight(height.value.value, protocol.units)} tall on ${showDiameter(d, protocol.units)}: above the tape ${formatNumber(ratio, 0)} times the diameter.`,
        why: `Trees mostly stand between ${low} and ${high} times. Is this one so ${ratio < low ? 'stout' : 'slender'}?`,
        remedy: 'Read the diameter again, and check the unit of the distance.',
      }),
    },
  ];
}

const WORDS: Readonly<Record<DistanceSource, string>> = {
  tape: 'taped',
  paces: 'paced',
  laser: 'by laser',
  ultrasonic: 'by ultrasound',
  'fixed-base': 'by rangefinder',
  shot: 'by the shot',
  pole: 'by the pole',
  'two-stations': 'by the two stations',
};

/** One distance found twice: by paces and tape, by a shot and a tape. */
export function distanceMeasures({ result, protocol }: CheckInput): readonly Measure[] {
  return okStations(result).flatMap((s) =>
    s.otherDistances.map((o): Measure => {
      const apart = o.distance - s.distance;
      return {
        z: apart / Math.hypot(o.sigma, s.distanceSigma),
        limit: TOLERANCE,
        finding: () => ({
          code: 'distances-disagree',
          target: 'distance',
          what: `${showHeight(s.distance, protocol.units)} ${WORDS[s.distanceBy]}, but ${showHeight(o.distance, protocol.units)} ${WORDS[o.by]}.`,
          why: `They lie ${formatNumber(Math.abs(apart / s.distance) * 100, 0)} % apart, more than both errors.`,
          remedy: 'Measure the distance again.',
        }),
      };
    }),
  );
}

/** Metres a year that hardly any tree grows up: the young and the conifers fastest, the tall slowly. */
const fastest = (height: number, crown: 'conifer' | 'broad' | undefined) =>
  Math.min(crown === 'broad' ? 1.5 : 1.8, 0.3 + 20 / Math.max(height, 1));

/** Height and diameter against the last visit: trees neither shrink nor shoot up, but tops break. */
export function growthMeasures({ result, previousHeight: before, previous, protocol, species }: CheckInput): readonly Measure[] {
  const measures: Measure[] = [];
  const { height, dbh } = result;
  if (before && height.ok) {
    const { value, sigma } = height.value;
    const grown = value - before.height;
    const most = fastest(before.height, species.crown) * before.years;
    const beyond = grown < 0 ? grown : Math.max(0, grown - most);
    measures.push({
      z: beyond / Math.hypot(sigma, before.sigma),
      limit: TOLERANCE,
      finding: () => ({
        code: grown < 0 ? 'height-shrank' : 'height-shot-up',
        target: 'tip',
        what: `${showHeight(value, protocol.units)} now, ${showHeight(metres(before.height), protocol.units)} ${formatNumber(before.years, before.years < 10 ? 1 : 0)} years ago.`,
        why: grown < 0 ? 'A tree does not shrink: its top broke, or a reading slipped.' : 'Hardly any tree grows so fast.',
        remedy:
          grown < 0
            ? 'Look whether the top is broken; else read tip and distance again.'
            : 'Check the scale, the unit of the distance and both signs.',
      }),
    });
  }
  const then = previous?.find((p) => (p.stem ?? FIRST_STEM) === FIRST_STEM);
  if (then && dbh.ok) {
    const d = dbh.value.unrounded - then.diameter;
    const beyond = d < 0 ? d : Math.max(0, d - 0.03 * then.years);
    // what a diameter says by itself is another check's; here it helps to tell which reading slipped
    measures.push({
      z: beyond / Math.hypot(dbh.value.sigma, then.sigma ?? TYPICAL_ERRORS.diameter),
      limit: Number.POSITIVE_INFINITY,
      finding: NEVER,
    });
  }
  return measures;
}
const NEVER = (): never => {
  throw new Error('a measure without a limit is no alarm');
};

/** Level distance over height as people stand, and how it spreads in logarithms. */
const USUAL_STAND = { middle: 1.15, spread: 0.5, limit: 2.5 } as const;

/** How far from a tree anybody stands to sight its tip; of shots along the line of sight it says nothing. */
export function reachMeasures({ result, protocol }: CheckInput): readonly Measure[] {
  return okStations(result).flatMap((s): Measure[] => {
    const tip = result.determinations.find((d) => d.station === s.station && d.heights.tip.ok)?.heights.tip;
    const height = tip?.ok ? (tip.value as HeightResult) : null;
    if (!height || s.tops.tip?.line || !s.tops.tip) return [];
    const ratio = s.distance / height.value;
    return [
      {
        z: Math.log(ratio / USUAL_STAND.middle) / USUAL_STAND.spread,
        limit: USUAL_STAND.limit,
        finding: () => ({
          code: 'unusual-station',
          target: 'distance',
          what: `${showHeight(s.distance, protocol.units)} from a tree of ${showHeight(height.value, protocol.units)}: ${formatNumber(ratio, 1)} tree lengths away.`,
          why: 'Hardly anybody stands so near or so far to sight a tip: 0.3 to 4 tree lengths.',
          remedy: 'Check the scale, both signs and the unit of the distance.',
        }),
      },
    ];
  });
}

/** A person's reach changes by this much from day to day, metres. */
const ARM = 0.02;

/** The reach of a stick's reading against the person's own, from the kit. */
export function armMeasures({ readings, reach }: CheckInput): readonly Measure[] {
  if (reach === undefined) return [];
  return readings.flatMap((r): Measure[] =>
    r.kind === 'stick' && r.reach !== undefined
      ? [
          {
            z: (r.reach - reach) / ARM,
            limit: TOLERANCE,
            finding: () => ({
              code: 'reach-differs',
              target: 'stick',
              what: `A reach of ${formatNumber((r.reach as number) * 100, 0)} cm; in the kit it is ${formatNumber(reach * 100, 0)} cm.`,
              why: 'The reach is level, from the eye to the stick, not the stick’s own length.',
              remedy: 'Measure it once more with the arm out.',
            }),
          },
        ]
      : [],
  );
}
