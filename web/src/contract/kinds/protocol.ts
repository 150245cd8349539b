import { kindOf } from './define';

/** How a survey measures. */
export const protocol = kindOf({ byKey: ['options'] });
