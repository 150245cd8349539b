import { kindOf } from './define';

/** A person’s own error with a tool, adopted for every survey. */
export const toolCalibration = kindOf({ partOf: { person: 'person' }, whole: true });
