import { formatNumber, metresPerLength, radians, radiansToDegrees, type SightScene, type UnitSystem } from '@arbolito/core';
import type { StepId } from '../../methods/step';
import type { Handle } from '../../ui/Handles';
import type { Hand } from './hand';

export type DragId = 'lean' | 'crown';

/** What can be dragged at a step instead of being typed: the tip of a leaning stem, the shoulder of a broad crown. */
export function handlesAt(at: StepId | 'done', scene: SightScene): readonly Handle<DragId>[] {
  if (at === 'lean') {
    const lean = radiansToDegrees(radians(Math.atan(Math.abs(scene.tipX) / scene.height)));
    return [{ id: 'lean', x: scene.tipX, y: scene.height, name: 'Tip: drag it to where it hangs', value: `${formatNumber(lean, 0)}°` }];
  }
  if (at !== 'crown') return [];
  const { halfWidth, depth } = scene.shoulder ?? { halfWidth: scene.height * 0.15, depth: scene.height * 0.2 };
  return [
    {
      id: 'crown',
      x: scene.tipX + halfWidth,
      y: scene.height - depth,
      name: 'Shoulder of the crown',
      value: `${formatNumber(halfWidth, 1)} m out`,
    },
  ];
}

/** What a handle's place says, as it would be typed, and which way a lean goes. A form may constrain: it stays possible. */
export function draggedText(
  id: DragId,
  scene: SightScene,
  units: UnitSystem,
  x: number,
  y: number,
): { readonly text: string; readonly leanTo?: Hand['leanTo'] } {
  if (id === 'lean') {
    const lean = Math.min(45, radiansToDegrees(radians(Math.atan(Math.abs(x) / scene.height))));
    return { text: formatNumber(lean, 0), leanTo: x < 0 ? 'away' : 'eye' };
  }
  const per = metresPerLength(units);
  const out = Math.max(0.5, x - scene.tipX);
  const up = Math.min(scene.height * 0.8, Math.max(0.5, scene.height - y));
  return { text: `${formatNumber(out / per, 1)} ${formatNumber(up / per, 1)}` };
}
