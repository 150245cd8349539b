import type { Metres } from '../units';
import { byCircumference } from './by-circumference';

/** How each tool's reading becomes a diameter. A new tool is a file beside this one and a line here. */
export const DIAMETER_BY_TOOL = Object.freeze({
  'diameter-tape': (read: Metres) => read,
  'plain-tape': byCircumference,
}) satisfies Record<string, (read: Metres) => Metres>;

export type DiameterTool = keyof typeof DIAMETER_BY_TOOL;
export const DIAMETER_TOOLS = Object.keys(DIAMETER_BY_TOOL) as DiameterTool[];

/** How much an error of the reading moves the diameter. */
export const DIAMETER_PER_READING: Readonly<Record<DiameterTool, number>> = Object.freeze({
  'diameter-tape': 1,
  'plain-tape': 1 / Math.PI,
});
