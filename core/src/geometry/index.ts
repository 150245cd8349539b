export { type Box, overlap, type Point, within } from './box';
export type { LaidDimension, LaidHand, LaidInset, LaidLine, LaidSight, SightLayout } from './layout';
export type { PlacedLabel } from './place-labels';
export { type ReachLayout, reachLayout } from './reach-layout';
export type { LineStyle, SceneInput, SceneLine, SceneMark, SceneTarget, SightScene } from './scene';
export { sightLayout } from './sight-layout';
export { sightScene } from './sight-scene';
export { heightAt, type LaidTape, type TrunkLayout, trunkLayout } from './trunk-layout';
export { type TrunkScene, type TrunkSceneInput, trunkScene } from './trunk-scene';
