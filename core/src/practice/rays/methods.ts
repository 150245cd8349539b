import { HEIGHT_METHODS, type HeightMethod } from '../../tree/index';

/** The methods a simulated tree can be measured by: all but hearsay and the mean of others. */
export type SimulatedMethod = Exclude<HeightMethod, 'told' | 'mean'>;
export const SIMULATED_METHODS: readonly SimulatedMethod[] = HEIGHT_METHODS.filter(
  (m): m is SimulatedMethod => m !== 'told' && m !== 'mean',
);
