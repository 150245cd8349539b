export { compareSchools, type School, TAPER_SAID } from './compare-schools';
export { ASSUMED_THICKNESS, findPom, type Pom } from './find-pom';
export { lowFork } from './fork-rule';
export { type PomRuleName, type PomStep, SAME_HEIGHT, type Said, showPom } from './pom-rule';
export { DEFAULT_FORM, profileDiameter } from './profile';
export { inPlane, referencePoint, uphillLevel } from './reference-point';
export { checkTrunk, LEANS_TOWARD, type MeasuredFrom, TRUNK_LIMITS, type Trunk, type Zone } from './trunk';
