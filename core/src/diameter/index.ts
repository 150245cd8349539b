export { basalArea } from './basal-area';
export { byCircumference } from './by-circumference';
export { DIAMETER_BY_TOOL, DIAMETER_PER_READING, DIAMETER_TOOLS, type DiameterTool } from './by-tool';
export { type RoundingRule, roundReading } from './round-reading';
