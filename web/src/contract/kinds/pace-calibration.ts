import { kindOf } from './define';

/** A person’s pace over taped courses. */
export const paceCalibration = kindOf({ partOf: { person: 'person' }, whole: true });
