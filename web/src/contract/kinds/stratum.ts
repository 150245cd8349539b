import { kindOf } from './define';

/** A part of a survey that is sampled on its own. */
export const stratum = kindOf({ partOf: { survey: 'survey' } });
