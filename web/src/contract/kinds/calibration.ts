import { kindOf } from './define';

/** A check of an instrument. */
export const calibration = kindOf({ partOf: { instrument: 'instrument' }, together: [['what', 'found']] });
