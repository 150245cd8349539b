import { METRES_PER_FOOT, metres } from '../units';
import { type PomState, SAME_HEIGHT, showPom, step } from './pom-rule';
import { forkSwell } from './trunk';

/** A fork at or below this parts the tree into stems under every school: 30 cm, or 1 ft. */
const lowFork = (units: 'metric' | 'us') => (units === 'us' ? METRES_PER_FOOT : 0.3);

/** Fork: separate stems, or one measured below it and clear of its swelling, not lower than 30 cm. */
export function forkRule(state: PomState): void {
  const { trunk, protocol } = state;
  const severalFromGround = (trunk.stems ?? 1) > 1 && !trunk.fork;
  const low = lowFork(protocol.units);
  if (severalFromGround || (trunk.fork && trunk.fork.height <= low + SAME_HEIGHT)) {
    state.separate = true;
    const { atMost, theTree } = protocol.forkLow;
    const which = atMost === null ? 'all of them' : `the ${NUMBERS[atMost] ?? atMost} largest`;
    const counts = theTree === 'largest' ? ' The largest is the tree.' : '';
    const text = `Separate stems, ${which}: the largest first, then clockwise, each at its own breast height.${counts}`;
    step(state, 'fork', severalFromGround ? 'several-stems' : 'fork-low', text);
    return;
  }
  if (!trunk.fork) return;
  const { height } = trunk.fork;
  if (height >= state.pom - SAME_HEIGHT) {
    step(state, 'fork', 'fork-above', 'It forks at or above breast height: one stem, measured here.');
    return;
  }
  if (protocol.forkBelowBreastHeight === 'separate') {
    state.separate = true;
    step(state, 'fork', 'fork-separate', 'It forks below breast height: separate stems, each at its own breast height.');
    return;
  }
  const narrowest = protocol.forkBelowBreastHeight === 'one-narrowest-below';
  let swell = trunk.fork.swellFrom;
  if (swell === undefined && !(narrowest && trunk.fork.narrowestBelow !== undefined)) {
    swell = forkSwell(trunk.fork, state.diameter);
    state.assumptions.push({ code: 'fork-swell', text: `The swelling below the fork is taken to begin half a stem’s thickness under it.` });
  }
  const wanted = (narrowest ? trunk.fork.narrowestBelow : undefined) ?? swell ?? height;
  state.pom = Math.max(low, Math.min(state.pom, wanted));
  const where = showPom(metres(state.pom), protocol.units);
  if (wanted < low - SAME_HEIGHT) {
    state.flags.push({
      code: 'in-fork-swell',
      text: `Not lower than ${showPom(metres(low), protocol.units)}, so the tape stays in the fork’s swelling: flag it.`,
    });
  }
  step(
    state,
    'fork',
    narrowest ? 'fork-narrowest-below' : 'fork-below',
    narrowest
      ? `It forks below breast height: one stem, at its narrowest below the fork, ${where}.`
      : `It forks below breast height: one stem, below the fork and clear of its swelling, ${where}.`,
  );
}

const NUMBERS: Readonly<Record<number, string>> = { 2: 'two', 3: 'three', 4: 'four', 5: 'five', 6: 'six', 7: 'seven', 8: 'eight' };
