import { type SightLayout, type SightScene, sightLayout } from '@arbolito/core';
import { useMemo, useState } from 'react';
import { useSize } from './use-size';

/** A sight scene laid out in the frame it is shown in; while something is held the drawing keeps its scale. */
export function useSightLayout(scene: SightScene) {
  const [frame, size] = useSize<HTMLDivElement>();
  const [held, hold] = useState<Pick<SightLayout, 'scale' | 'foot'> | null>(null);
  const layout = useMemo(
    () =>
      size && size.width > 0
        ? sightLayout(scene, { width: Math.max(240, size.width), height: Math.max(140, size.height) }, held ?? undefined)
        : null,
    [scene, size, held],
  );
  return { frame, layout, hold };
}
