import { tangent } from '../units';
import { type Check, type Finding, lastAt, okStations } from './finding';
import { finer, show } from './measure-foot';

/** How near to the mirror of the level case a base must lie to be asked about, rise over run. */
const MIRROR = 0.02;

/**
 * Where nobody sighted the slope a base above the eye may be ground that rises, or a lost minus: no reading tells, so it
 * is asked, once a tree. A base exactly level is asked about on a scale that shows finer figures.
 */
export const levelBase: Check = ({ readings, result }) => {
  for (const s of okStations(result)) {
    const shot = lastAt(readings, 'base', s.station);
    if (!shot || !s.base || s.markHeight !== 0 || s.slope !== null) continue;
    const should = show(s.predictedBase, shot);
    const ask = (code: string, what: string, why: string, remedy: string): Finding[] => [
      { code, target: 'base', severity: 'advice', what, why, remedy },
    ];
    if (s.base.t === 0 && (shot.scale !== 'degree' || finer(readings, s.station)))
      return ask(
        'base-level',
        'The base reads exactly level.',
        `From your eye height, level ground would give about ${should}.`,
        'Sight the foot of the stem, where the ground meets it.',
      );
    if (s.base.t > 0 && Math.abs(s.base.t + s.predictedBase) <= MIRROR)
      return ask(
        'base-sign',
        `The base is above your eye, at ${show(tangent(s.base.t), shot)}.`,
        `On level ground it would read about ${should}: the same figure with the other sign.`,
        'If the ground does not rise toward the tree, give the base its minus sign.',
      );
  }
  return [];
};
