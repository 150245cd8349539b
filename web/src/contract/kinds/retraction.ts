import { kindOf } from './define';

/** Takes one version back. */
export const retraction = kindOf({ namesVersion: { record: '*' }, whole: true });
