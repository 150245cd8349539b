import type { AngleReading, Reading } from '../../reading/index';
import { okStations } from '../finding';
import { changed, readAt, SIGHTED, type Slip, type SlipKind } from './define';

/** A sign that was lost or turned, and a base that was left at level. */
export const signs: SlipKind = ({ readings, result }) => {
  return okStations(result).flatMap((s) => {
    const here = readAt(s.station);
    return SIGHTED.flatMap((target): Slip[] => {
      const at = (r: Reading) => here(r) && (r.kind === 'angle' || r.kind === 'shot') && r.target === target;
      const own = readings.filter(at);
      if (own.length === 0 || own.some((r) => r.kind === 'angle' && (r.included || r.scale === 'dial'))) return [];
      const turn = (r: Reading): Reading =>
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
};
