export { type Box, overlap, type Point, within } from './box';
export type { PlacedLabel } from './place-labels';
export { type LaidDimension, type LaidInset, type SightLayout, sightLayout } from './sight-layout';
export { type SceneInput, type SceneTarget, type SightScene, sightScene } from './sight-scene';
export { heightAt, type LaidTape, type TrunkLayout, trunkLayout } from './trunk-layout';
export { type TrunkScene, type TrunkSceneInput, trunkScene } from './trunk-scene';
