import { kindOf } from './define';

export const INSTRUMENT_TOOLS = [
  'diameter-tape',
  'plain-tape',
  'clinometer',
  'pendulum',
  'protractor',
  'distance-tape',
  'laser',
  'ultrasonic',
  'rangefinder',
  'other',
] as const;
export type InstrumentTool = (typeof INSTRUMENT_TOOLS)[number];

/** A tool of the kit. */
export const instrument = kindOf({ together: [['tool', 'sigma', 'scale']] });
