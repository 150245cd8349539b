import { kindOf } from './define';

/** How far a device's clock was off: what it read from then on is dated by that clock. */
export const clockCheck = kindOf({});
