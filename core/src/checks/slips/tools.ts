import { ONE_STATION } from '../../reading/index';
import { toMetres } from '../../units';
import { okStations } from '../finding';
import { changed, type Slip, type SlipKind } from './define';

/** A stick and its reach, and the distance set in an instrument. */
export const tools: SlipKind = (input) => {
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
};
