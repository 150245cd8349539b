export { type Box, overlap, type Point, within } from './box';
export type { LaidDimension, LaidHand, LaidInset, LaidLine, LaidSight, SightLayout } from './layout';
export { pickTarget, targetOfLabel } from './pick-target';
export type { PlacedLabel } from './place-labels';
export { type PlanLayout, type PlanScene, planLayout } from './plan-layout';
export {
  type LaidTree,
  type PlotLayout,
  type PlotScene,
  type PlotShape,
  type PlotTree,
  plotLayout,
  type StandsIn,
  tappedOn,
} from './plot-layout';
export { type ReachLayout, reachLayout } from './reach-layout';
export type { LineStyle, SceneInput, SceneLine, SceneMark, SceneTarget, SightScene } from './scene';
export { sightLayout } from './sight-layout';
export { sightScene } from './sight-scene';
export { heightAt, type LaidTape, type TrunkLayout, trunkLayout } from './trunk-layout';
export { type TrunkScene, type TrunkSceneInput, trunkScene } from './trunk-scene';
