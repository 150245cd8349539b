export { basalArea } from './basal-area';
export { biltmoreMark, byBiltmore, USUAL_REACH } from './by-biltmore';
export { byCircumference } from './by-circumference';
export { byBands, byOpticalAngle } from './by-optical';
export { byTool, DIAMETER_TOOLS, type DiameterTool, LENGTHS_OF_TOOL } from './by-tool';
export { type OneNumber, type OneNumberRule, oneNumber } from './one-number';
export { type DiameterRounding, roundDiameter, roundingOf } from './round-diameter';
export { type RoundingRule, roundReading } from './round-reading';
