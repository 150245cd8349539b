import { kindOf } from './define';

/** One reading as it was taken. */
export const reading = kindOf({
  partOf: { stem: 'stem', visit: 'visit', determination: 'determination', station: 'station' },
  whole: true,
  names: { instrument: 'instrument', calibration: 'calibration' },
});
