import type { Reading } from '../reading/index';
import { PRESETS } from '../survey/index';
import { deriveTree } from '../tree/index';
import { metres } from '../units';
import type { SightLayout } from './layout';
import { sightLayout } from './sight-layout';
import { sightScene } from './sight-scene';

const protocol = PRESETS['forest-metric'].options;

/** The sheet of a conifer in a metric inventory, for the tests of what stands on it. */
export function lay(readings: readonly Reading[], size: { width: number; height: number }): SightLayout {
  const result = deriveTree({ readings, protocol });
  return sightLayout(
    sightScene({ result, readings, protocol, species: { crown: 'conifer' }, eyeHeight: metres(1.6), scale: { kind: 'percent' } }),
    size,
  );
}
