export { compareSchools, type School, TAPER_SAID } from './compare-schools';
export { findPom, type Pom } from './find-pom';
export { type PomRuleName, type PomStep, SAME_HEIGHT, type Said, showPom } from './pom-rule';
export { DEFAULT_FORM, profileDiameter, profileHeight } from './profile';
export { inPlane, referencePoint, uphillLevel } from './reference-point';
export {
  ASSUMED_THICKNESS,
  checkTrunk,
  forkSwell,
  LEANS_TOWARD,
  type MeasuredFrom,
  TRUNK_LIMITS,
  type Trunk,
  thicknessOf,
  type Zone,
} from './trunk';
