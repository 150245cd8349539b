import { crownOvershoot, type StandAdvice, type Standing, whereToStand } from '../height/index';
import { TYPICAL_ERRORS } from '../kit/index';
import { heightTolerance, type ProtocolOptions } from '../survey/index';
import type { StationResult } from '../tree/index';
import { type Metres, metres, showHeight, tangent } from '../units';
import { type Check, type Finding, okStations } from './finding';
import { crownFrom, readingsAt, roundTo, standingOf } from './standing';

/** A walk is worth it when it takes off at least this share of the error. */
const WORTH = 0.2;
/** Nearer than this share of the height the sight is steep and the tip may hide. */
const NEAR = 0.5;

/** A station too near, or an error too large for the purpose: where to stand instead, and what that would bring. */
export const standBetter: Check = (input) => {
  const { result, protocol, species } = input;
  // where nobody said what tree it is, the tip's offset is assumed, and no walk is asked for on an assumption
  const known = species.crown !== undefined || species.tipOffset !== undefined;
  const findings: Finding[] = [];
  for (const d of result.determinations) {
    const tip = d.heights.tip;
    const station = okStations(result).find((s) => s.station === d.station);
    if (!tip.ok || !station || (d.method !== 'two-sights' && d.method !== 'two-sights-to-mark')) continue;
    const { value, sigma } = tip.value;
    const near = station.distance < NEAR * value;
    // what is good enough is left alone; several determinations are judged together
    if (!near && (!known || (result.height.ok ? result.height.value.sigma : sigma) <= heightTolerance(protocol, value))) continue;
    const standing = standingOf(station, value, input);
    const place = (s: Standing) => whereToStand(s, roundTo(protocol), heightTolerance(protocol, value));
    const there = place(standing);
    const now = metres(Math.hypot(sigma, standing.crown ? crownOvershoot(standing.crown, tangent(station.tops.tip?.t ?? 0)) : 0));
    const better = there && there.sigma < now * (1 - WORTH) ? there : null;
    if (near) findings.push(tooNear(station, now, better ?? there, standing, protocol));
    else if (better) findings.push(farther(station, now, better, protocol));
    else {
      const free = standing.farthest === null ? null : place({ ...standing, farthest: null });
      findings.push(free && free.sigma < now * (1 - WORTH) ? moreRoom(now, free, protocol) : finest(now, value, protocol));
    }
  }
  return findings;
};

/** Why the place is not a better one yet. */
function limitOf({ limits }: StandAdvice): string {
  if (limits.includes('farthest')) return ' Farther there is no room.';
  return limits.includes('scale-end') ? ' Nearer, the tip is off the scale.' : '';
}

function tooNear(s: StationResult, now: Metres, there: StandAdvice | null, { farthest }: Standing, { units }: ProtocolOptions): Finding {
  return {
    code: 'close-station',
    target: 'distance',
    severity: 'doubt',
    what: `You stand at ${showHeight(s.distance, units)}, nearer than half the height.`,
    why: 'So near, the sight is steep and the tip may hide behind the crown.',
    remedy: there
      ? `Step back to ${showHeight(there.distance, units)}: ±${showHeight(now, units)} becomes ±${showHeight(there.sigma, units)}.${limitOf(there)}`
      : farthest === null
        ? 'Step back.'
        : 'There is no room to step back far enough: find another side of the tree, or take two line-of-sight shots.',
  };
}

function farther(s: StationResult, now: Metres, there: StandAdvice, { units }: ProtocolOptions): Finding {
  const back = there.distance > s.distance;
  return {
    code: 'stand-better',
    target: 'distance',
    severity: 'advice',
    what: `±${showHeight(now, units)} is more than this protocol asks for.`,
    why: back ? 'Farther out a tip that is not over the base misleads less.' : 'Nearer, the angles’ own errors weigh less.',
    remedy: `${back ? 'Step back' : 'Go nearer'} to ${showHeight(there.distance, units)}: ±${showHeight(now, units)} becomes ±${showHeight(there.sigma, units)}.${limitOf(there)}`,
  };
}

/** A better place is there, but not on this side. */
function moreRoom(now: Metres, free: StandAdvice, { units }: ProtocolOptions): Finding {
  return {
    code: 'more-room',
    target: 'distance',
    severity: 'advice',
    what: `±${showHeight(now, units)} is more than this protocol asks for, and here there is no room for a better place.`,
    why: 'Farther out a tip that is not over the base misleads less.',
    remedy: `Find a side from which you see it at ${showHeight(free.distance, units)}: ±${showHeight(now, units)} becomes ±${showHeight(free.sigma, units)}. Or take two line-of-sight shots.`,
  };
}

/** No place is much better: then it is the method that could do it. */
function finest(now: Metres, height: Metres, { units, heightTolerance: t }: ProtocolOptions): Finding {
  const shots = metres(Math.hypot(TYPICAL_ERRORS.laserDistance, height * TYPICAL_ERRORS.laserAngle));
  return {
    code: 'other-method',
    target: 'tip',
    severity: 'advice',
    what: `±${showHeight(now, units)}; this protocol asks for ${showHeight(metres(t.absolute), units)}.`,
    why: 'No other place would do much better by angles: the tip may hang beside the base.',
    remedy: `Two laser shots reach about ±${showHeight(shots, units)}; or tape the distance under the tip.`,
  };
}

/** What a broad crown’s shoulder may add to a tangent sight. */
export const broadCrown: Check = ({ readings, result, protocol }) =>
  okStations(result).flatMap((s): Finding[] => {
    const crown = crownFrom(readingsAt(s, readings));
    const tip = s.tops.tip;
    if (!crown || !tip || tip.line) return [];
    const over = crownOvershoot(crown, tip.t);
    if (over < heightTolerance(protocol, result.height.ok ? result.height.value.value : metres(0)) / 2) return [];
    return [
      {
        code: 'crown-overshoot',
        target: 'tip',
        severity: 'advice',
        what: `A sight to this crown’s shoulder comes out up to ${showHeight(over, protocol.units)} too high.`,
        why: 'From here the shoulder stands before the tip.',
        remedy: 'Sight through the crown to its highest point over the stem, or stand farther back.',
      },
    ];
  });

/** A lean that misleads a sight by angles, said or not. */
export const leaningStem: Check = ({ readings, result }) => {
  const said = readings.findLast((r) => r.kind === 'trunk');
  const angle = said?.kind === 'trunk' ? (said.trunk.lean?.angle ?? 0) : 0;
  return okStations(result).flatMap((s): Finding[] => {
    const byAngles = s.tops.tip && !s.tops.tip.line && !s.plumb;
    if (!byAngles) return [];
    if (!s.lean && angle >= LEANS) {
      return [
        {
          code: 'lean-not-said',
          target: 'lean',
          severity: 'advice',
          what: `The trunk leans ${angle}°, and the sights take it for plumb.`,
          why: 'A tip that hangs nearer or farther than the base reads too high or too low.',
          remedy: 'Stand to the side of the lean and say how it leans from here, or take two line-of-sight shots.',
        },
      ];
    }
    const toward = s.lean && s.lean.toward !== 'side' && s.lean.angle > (LEANS * Math.PI) / 180;
    if (!toward) return [];
    return [
      {
        code: 'lean-toward',
        target: 'lean',
        severity: 'advice',
        what: `The stem leans ${s.lean?.toward === 'eye' ? 'toward' : 'away from'} you.`,
        why: 'From here every degree of a lean that was judged moves the height.',
        remedy: 'Stand to the side of the lean, tape the distance under the tip, or take two line-of-sight shots.',
      },
    ];
  });
};
/** Degrees from plumb that matter. */
const LEANS = 5;
