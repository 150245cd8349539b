export {
  type Draw,
  leanReading,
  SIMULATED_METHODS,
  type SimulatedGear,
  type SimulatedMethod,
  simulateReadings,
  stemSight,
  USUAL_GEAR,
} from './simulated-readings';
export type { SimulatedTree } from './simulated-tree';
