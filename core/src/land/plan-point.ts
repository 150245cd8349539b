/** A place on a level plan, metres east and north of anywhere. */
export interface PlanPoint {
  readonly x: number;
  readonly y: number;
}
