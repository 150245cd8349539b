import { METRES_PER_FOOT } from '@arbolito/core';
import type { Chance } from './random';
import type { Scene, SceneSpecies } from './scene';

/** A tree as it really stands, and where its measurer stood. Metres; slope in degrees, positive uphill to the tree. */
export interface TrueTree {
  readonly species: SceneSpecies;
  readonly dbh: number;
  readonly height: number;
  readonly crownBase: number;
  /** Merchantable length in logs and half logs, as a practised eye calls it. */
  readonly logs: number;
  /** The tip's horizontal offset toward (−) or away from (+) the eye. */
  readonly tipOffset: number;
  readonly distance: number;
  readonly slope: number;
  readonly azimuth: number;
  readonly fromCentre: number;
}

/** Draws a tree of the scene. */
export function growTree(scene: Scene, chance: Chance): TrueTree {
  const species = chance.pick(scene.species.map((item) => ({ item, share: item.share })));
  const [mean, spread] = species.diameter;
  const dbh = Math.max(9, mean + chance.normal(spread)) / 100;
  const [top, half] = species.height;
  const height = 1.3 + (top * dbh * 100) / (dbh * 100 + half) + chance.normal(0.9);
  const crownBase = height * Math.min(0.85, Math.max(0.2, species.crownBase + chance.normal(0.06)));
  const metres = scene.preset === 'timber-us' ? 5 * METRES_PER_FOOT : 1;
  return {
    species,
    dbh,
    height,
    crownBase,
    // up to where the stem is 8 in thick or the crown begins
    logs: Math.max(0.5, Math.floor((2 * (Math.min(crownBase, height * Math.max(0.15, 1 - (0.203 / dbh) ** 1.2)) - 0.3)) / 4.97) / 2),
    tipOffset: chance.normal(species.figures.tipOffset ?? 1),
    distance: Math.max(6, Math.round((height * chance.between(0.95, 1.35)) / metres)) * metres,
    slope: chance.between(-scene.slope, scene.slope),
    azimuth: Math.round(chance.between(0, 360)),
    fromCentre: Math.round(12.6 * Math.sqrt(chance.uniform()) * 10) / 10,
  };
}
