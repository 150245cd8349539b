import { metres } from '../units';
import { type PomState, SAME_HEIGHT, showPom, step } from './pom-rule';
import type { Trunk, Zone } from './trunk';

type Way = 'just-above' | 'just-above-below-if-worse' | 'narrowest-below' | 'mean-above-below';

/** Whether a height lies inside a zone; at its ends the stem is normal. */
export const inside = (zone: Zone, height: number) => height > zone.from + SAME_HEIGHT && height < zone.to - SAME_HEIGHT;

/** Swelling or wound at the point. */
export const swellingRule = (state: PomState) => zoneRule(state, 'swelling', state.trunk.swellings, state.protocol.swelling);
/** Branches from one trunk at the point. */
export const branchRule = (state: PomState) => zoneRule(state, 'low-branches', state.trunk.lowBranches, state.protocol.lowBranches);

const NAMES = { swelling: 'the swelling', 'low-branches': 'the low branches' } as const;

function zoneRule(state: PomState, rule: 'swelling' | 'low-branches', zones: readonly Zone[] | undefined, way: Way): void {
  const zone = joined(zones ?? [], state.pom);
  if (!zone) return;
  const [code, text] = moveOutOf(state, zone, way);
  step(state, rule, `${rule}-${code}`, `In ${NAMES[rule]}${text}`);
}

/** Moves the point as the school says; the code of what was done, and how the sentence goes on. */
function moveOutOf(state: PomState, zone: Zone, way: Way): readonly [code: string, text: string] {
  const show = (h: number) => showPom(metres(h), state.protocol.units);
  if (way === 'mean-above-below') {
    const reach = Math.max(zone.to - state.pom, state.pom - zone.from);
    state.tapes = [state.pom - reach, state.pom + reach];
    return ['mean', `: measure equally far above and below, at ${state.tapes.map(show).join(' and ')}, and take the mean.`];
  }
  if (way === 'narrowest-below') {
    state.pom = zone.narrowestBelow ?? zone.from;
    return ['narrowest-below', `: go to the narrowest point below, ${show(state.pom)}, clear of its flare.`];
  }
  const worse = way === 'just-above' ? null : whyWorse(state, zone);
  state.pom = worse ? zone.from : zone.to;
  return worse
    ? ['just-below', `, and above it ${worse}: go just below, to ${show(state.pom)}.`]
    : ['just-above', `: go just above, to ${show(state.pom)}, where the stem is normal again.`];
}

/** The zone at a height, joined with those that overlap or touch it: above one swelling must not be inside the next. */
function joined(zones: readonly Zone[], height: number): Zone | null {
  let found = zones.find((z) => inside(z, height));
  if (!found) return null;
  for (let grown = true; grown; ) {
    grown = false;
    for (const z of zones) {
      if (z.from <= found.to && z.to >= found.from && (z.from < found.from || z.to > found.to)) {
        const lower: Zone = z.from < found.from ? z : found;
        const upper: Zone = z.to > found.to ? z : found;
        found = {
          from: lower.from,
          to: upper.to,
          ...(lower.narrowestBelow === undefined ? {} : { narrowestBelow: lower.narrowestBelow }),
          ...(upper.worseAbove ? { worseAbove: true } : {}),
        };
        grown = true;
      }
    }
  }
  return found;
}

/** Why a tape just above a zone would be worse placed than just below it; null when it would not. */
function whyWorse(state: PomState, zone: Zone): string | null {
  const { trunk } = state;
  if (zone.worseAbove) return 'the stem is no better';
  const above = (h: number) => zone.to > h - SAME_HEIGHT;
  if (!state.separate && trunk.fork && above(trunk.fork.swellFrom ?? trunk.fork.height)) return 'it forks';
  if (others(trunk, zone).some((z) => inside(z, zone.to))) return 'is another one';
  return null;
}

const others = (trunk: Trunk, zone: Zone) =>
  [...(trunk.swellings ?? []), ...(trunk.lowBranches ?? [])].filter((z) => !(z.from === zone.from && z.to === zone.to));
