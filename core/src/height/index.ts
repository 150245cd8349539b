export { type AngleErrors, angleError, type ErrorPart, type HeightError } from './angle-error';
export { type AngleSights, byAngles } from './by-angles';
export { horizontalDistance, horizontalDistanceSigma, type TapedDistance } from './horizontal-distance';
export { predictedBase } from './predicted-base';
export { type SignCase, signCase } from './sign-case';
