export {
  type CurveHeight,
  curveFor,
  type HeightCurve,
  type HeightCurves,
  heightCurves,
  heightOn,
  type MeasuredTree,
  plainHeightOn,
} from './curves';
export type { HeightModelName } from './define';
export { type HeightFit, quadratic } from './fit';
export { HEIGHT_MODEL_NAMES, HEIGHT_MODELS } from './models';
export { type CurveTree, type NextHeight, nextHeight } from './next-height';
export { type OffCause, type OffTree, offTheCurve } from './off-curve';
