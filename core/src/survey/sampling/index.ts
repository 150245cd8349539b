export type { Limit, SamplingKind, SamplingRule } from './define';
export { type ClassNames, diameterClass } from './diameter-class';
export { type CircleInside, circleInside, walkThrough } from './edge';
export { type DistanceToTree, type Inclusion, inOrOut, readPerLevel } from './in-or-out';
export { alongSlope, levelOfTape } from './on-slope';
export { metricFactorOf } from './point';
export { areaOfRule, checkRule, edgeWayOf, limitOf, SAMPLING_KINDS } from './rules';
