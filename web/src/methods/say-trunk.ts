import { metres, showPom, type Trunk, type UnitSystem } from '@arbolito/core';

/** What is said of a trunk, in a few words. */
export function sayTrunk(trunk: Trunk, units: UnitSystem): string {
  const zone = (z: { readonly from: number; readonly to: number }) =>
    `${showPom(metres(z.from), units).split(' ')[0]}–${showPom(metres(z.to), units)}`;
  const words = [
    trunk.slope ? `slope ${trunk.slope}°` : null,
    trunk.lean?.angle ? `leans ${trunk.lean.angle}° ${trunk.lean.toward}` : null,
    trunk.stems && trunk.stems > 1 ? `${trunk.stems} stems` : null,
    trunk.fork ? `forks at ${showPom(metres(trunk.fork.height), units)}` : null,
    trunk.buttSwell ? `butt swell to ${showPom(metres(trunk.buttSwell.end), units)}` : null,
    ...(trunk.swellings ?? []).map((z) => `swollen ${zone(z)}`),
    ...(trunk.lowBranches ?? []).map((z) => `branches ${zone(z)}`),
    trunk.vines ? 'vines' : null,
    trunk.snow ? 'snow' : null,
  ].filter(Boolean);
  return words.length === 0 ? 'stands straight' : words.join(', ');
}
