import { type Pom, type ProtocolOptions, type School, type Trunk, type TrunkLayout, trunkLayout, trunkScene } from '@arbolito/core';
import { useMemo } from 'react';
import { useSize } from './use-size';

interface Drawn {
  readonly trunk: Trunk;
  readonly options: ProtocolOptions;
  /** Null where the rules lead nowhere: the trunk is drawn without a tape. */
  readonly pom: Pom | null;
  /** Measured, metres; null when not. */
  readonly diameter: number | null;
  readonly schools: readonly School[];
}

/** A trunk laid out in an element of whatever size; null until that is known. */
export function useTrunkLayout<E extends HTMLElement>({ trunk, options, pom, diameter, schools }: Drawn) {
  const [frame, size] = useSize<E>();
  const layout = useMemo((): TrunkLayout | null => {
    if (!size || size.width === 0) return null;
    const from = { reference: options.groundReference, along: options.lean };
    const scene = trunkScene({ pom, trunk, from, diameter, schools, units: options.units });
    return trunkLayout(scene, { width: Math.max(240, size.width), height: Math.max(200, size.height) });
  }, [size, trunk, options, pom, diameter, schools]);
  return [frame, layout] as const;
}
