import { sayLength } from '../../units';
import type { Scene } from './define';

/** What an instrument reported stands on the sight to the tip. */
export const device: Scene = {
  alone(own) {
    const reported = own('device-height');
    return reported ? `${sayLength(reported.value, reported.unit)} reported` : 'reported height';
  },
  ghostDistance: (own) => own('device-height')?.setDistance ?? null,
};
