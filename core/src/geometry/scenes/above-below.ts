import { sayLength, toMetres } from '../../units';
import type { Scene } from './define';

/** What an instrument printed above the eye stands on the sight to the tip. */
export const aboveBelow: Scene = {
  alone(own) {
    const up = own('from-eye');
    return up ? `${sayLength(up.value, up.unit)} from the eye` : 'above the eye';
  },
  ghostDistance: (own) => own('from-eye')?.setDistance ?? null,
  eyeLevel: (own) => {
    const low = own('from-eye');
    return low && (low.target === 'base' || low.target === 'mark') ? -toMetres(low.value, low.unit) : null;
  },
};
