export type { Limit, SamplingKind, SamplingRule } from './define';
export { type ClassNames, diameterClass } from './diameter-class';
export { type CircleInside, circleInside, isInside, type Outline, type PlanPoint, walkThrough } from './edge';
export { type DistanceToTree, type Inclusion, inOrOut } from './in-or-out';
export { alongSlope, levelOfTape } from './on-slope';
export { checkRule, limitOf, SAMPLING_KINDS } from './rules';
