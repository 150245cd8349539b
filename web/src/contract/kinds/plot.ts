import { kindOf } from './define';

/** A plot or point; a stratum struck out leaves its plots standing. */
export const plot = kindOf({ partOf: { survey: 'survey' }, names: { stratum: 'stratum' } });
