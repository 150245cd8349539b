export { Stream } from './chance';
export { compareMethods, type MethodTrial } from './compare-methods';
export {
  type Draw,
  leanReading,
  leanReadings,
  SIMULATED_METHODS,
  type SimulatedGear,
  type SimulatedMethod,
  simulateReadings,
  stemSight,
  USUAL_GEAR,
} from './simulated-readings';
export { eyeAt, type SimulatedTree, sightedTip } from './simulated-tree';
