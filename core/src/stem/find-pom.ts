import type { GroundReference, ProtocolOptions } from '../survey/index';
import { type Answer, answer, type Metres, metres, noAnswer } from '../units';
import { forkRule } from './fork-rule';
import { type PomState, type PomStep, SAME_HEIGHT, type Said, showPom, step } from './pom-rule';
import { referencePoint } from './reference-point';
import { ASSUMED_THICKNESS, checkTrunk, type MeasuredFrom, type Trunk, thicknessOf, type Zone } from './trunk';
import { branchRule, inside, swellingRule } from './zone-rule';

/** Where the tape goes on a trunk under a protocol, and why. */
export interface Pom {
  /** Height of the point of measurement along the stem above the ground reference, metres. */
  readonly pom: Metres;
  /** Where the tape goes: the point itself, or two heights whose mean counts. */
  readonly tapes: readonly Metres[];
  readonly reference: GroundReference;
  readonly along: ProtocolOptions['lean'];
  /** Axis coordinate at which heights begin: 0 where the pith line meets the ground. */
  readonly start: Metres;
  readonly stems: 'one' | 'separate';
  readonly steps: readonly PomStep[];
  readonly flags: readonly Said[];
  readonly assumptions: readonly Said[];
  /** The trunk with its heights in this protocol's own terms. */
  readonly trunk: Trunk;
}

/**
 * The point of measurement. Rules apply in a fixed order, each from the point the earlier ones gave: ground reference,
 * lean, fork, butt swell, swelling or wound, low branches, vines.
 * @param trunk what it does
 * @param protocol the options that decide
 * @param diameter measured, metres; null when it is not: the trunk's own figure, else 0.4 m, is then used and said
 * @returns the point with every step; no answer where the rules lead above a fork of the stem or below the ground
 * @throws DomainError on a trunk that can't be
 * @source docs/methods.md, point of measurement
 */
export function findPom(trunk: Trunk, protocol: ProtocolOptions, diameter: Metres | null): Answer<Pom> {
  checkTrunk(trunk);
  const assumptions: Said[] = [];
  const thickness = thicknessOf(trunk, diameter);
  const thicknessMatters = (trunk.slope ?? 0) > 0 || (trunk.lean?.angle ?? 0) > 0;
  if (diameter === null && trunk.diameter === undefined && thicknessMatters) {
    assumptions.push({ code: 'thickness', text: `The trunk is taken to be ${ASSUMED_THICKNESS} m thick until it is measured.` });
  }
  const stump = protocol.merchantable?.stumpHeight ?? null;
  const from: MeasuredFrom = { reference: protocol.groundReference, along: protocol.lean };
  const start = referencePoint(trunk, from, thickness / 2, stump);
  if (!start.ok) return start;
  const told = referencePoint(trunk, trunk.from ?? from, thickness / 2, stump);
  if (!told.ok) return told;
  const state: PomState = {
    trunk: { ...shifted(trunk, told.value - start.value), from },
    protocol,
    diameter: thickness,
    pom: protocol.breastHeight,
    tapes: null,
    separate: false,
    steps: [],
    flags: [],
    assumptions,
  };
  begin(state);
  forkRule(state);
  buttSwellRule(state);
  swellingRule(state);
  branchRule(state);
  vinesRule(state);
  const refused = misplaced(state);
  if (refused) return refused;
  flagZones(state);
  return answer({
    pom: metres(state.pom),
    tapes: (state.tapes ?? [state.pom]).map(metres),
    ...from,
    start: start.value,
    stems: state.separate ? 'separate' : 'one',
    steps: state.steps,
    flags: state.flags,
    assumptions: state.assumptions,
    trunk: state.trunk,
  });
}

const START: Record<GroundReference, string> = {
  uphill: 'Start from the ground on the uphill side.',
  'mid-slope': 'Start from mid-slope, where the middle of the trunk meets the ground.',
  'root-flare': 'Start from the top of the root flare.',
  stump: 'Start from the height of the stump.',
};

function begin(state: PomState): void {
  const { trunk, protocol } = state;
  const height = showPom(metres(protocol.breastHeight), protocol.units);
  if ((trunk.snow ?? 0) > 0) step(state, 'snow', 'dig', 'Dig through snow and litter to mineral ground.');
  step(state, 'reference', protocol.groundReference, START[protocol.groundReference]);
  if ((trunk.lean?.angle ?? 0) > 0) {
    const line = protocol.lean === 'underside' ? 'on the underside of the lean' : 'along the middle of the stem';
    step(state, 'lean', protocol.lean, `Up along the stem ${line}, ${height}. Tape square to the trunk, not level.`);
  } else step(state, 'breast-height', 'breast-height', `Up the stem ${height}.`);
}

/** A butt swell that reaches past the point: so far above its end as the protocol says. */
function buttSwellRule(state: PomState): void {
  const { trunk, protocol } = state;
  if (!trunk.buttSwell || trunk.buttSwell.end <= state.pom + SAME_HEIGHT) return;
  state.pom = trunk.buttSwell.end + protocol.aboveButtSwell;
  const [above, at] = [protocol.aboveButtSwell, state.pom].map((h) => showPom(metres(h), protocol.units));
  step(state, 'butt-swell', 'butt-swell-above', `The butt swell reaches past that: go ${above} above its end, to ${at}.`);
}

function vinesRule(state: PomState): void {
  const { trunk, protocol } = state;
  if (!trunk.vines) return;
  const over = protocol.vines === 'over-and-flag' || trunk.vines === 'fixed';
  if (over) {
    state.flags.push({
      code: 'vines-included',
      text: 'The tape lies over vines: the diameter is too large by them, not corrected, and flagged.',
    });
    step(state, 'vines', 'vines-over', 'Read tight over the vines, without correcting. Gloves: know the poisonous ones.');
  } else step(state, 'vines', 'vines-under', 'Lift the vines off, or pass the tape under them. Gloves: know the poisonous ones.');
}

function misplaced(state: PomState): Answer<never> | null {
  const { trunk, protocol } = state;
  const show = (h: number) => showPom(metres(h), protocol.units);
  const highest = Math.max(...(state.tapes ?? [state.pom]));
  const lowest = Math.min(...(state.tapes ?? [state.pom]));
  if (trunk.fork && !state.separate && highest > trunk.fork.height + SAME_HEIGHT) {
    return noAnswer(
      'pom-above-fork',
      `The rules lead to ${show(highest)}, above the fork at ${show(trunk.fork.height)}: one stem can’t be measured there. Measure below, or take the stems apart.`,
    );
  }
  if (trunk.fork && state.separate && lowest < trunk.fork.height - SAME_HEIGHT) {
    return noAnswer(
      'pom-below-fork',
      `The rules lead to ${show(lowest)}, below the fork at ${show(trunk.fork.height)}: separate stems can’t be measured on their common trunk.`,
    );
  }
  if (lowest <= 0) return noAnswer('pom-below-ground', `The rules lead to ${show(lowest)}, which is not above the ground.`);
  return null;
}

/** A point that later rules left in a zone of an earlier one is kept, and flagged. */
function flagZones(state: PomState): void {
  const { trunk } = state;
  const points = state.tapes ?? [state.pom];
  if (trunk.buttSwell && points.some((p) => p < (trunk.buttSwell?.end ?? 0) - SAME_HEIGHT)) {
    state.flags.push({ code: 'in-butt-swell', text: 'The point lies in the butt swell: flag it.' });
  }
  if (trunk.fork?.swellFrom !== undefined && !state.separate && !state.flags.some((f) => f.code === 'in-fork-swell')) {
    const swell = { from: trunk.fork.swellFrom, to: trunk.fork.height + 2 * SAME_HEIGHT };
    if (points.some((p) => inside(swell, p)))
      state.flags.push({ code: 'in-fork-swell', text: 'The point lies in the fork’s swelling: flag it.' });
  }
  for (const [code, zones, name] of [
    ['in-swelling', trunk.swellings, 'a swelling'],
    ['in-low-branches', trunk.lowBranches, 'the flare of branches'],
  ] as const) {
    if (zones?.some((z) => points.some((p) => inside(z, p)))) state.flags.push({ code, text: `The point lies in ${name}: flag it.` });
  }
}

/** The same trunk with heights counted from elsewhere. */
function shifted(trunk: Trunk, by: number): Trunk {
  if (Math.abs(by) < SAME_HEIGHT) return trunk;
  const zone = (z: Zone): Zone => ({
    ...z,
    from: z.from + by,
    to: z.to + by,
    ...(z.narrowestBelow === undefined ? {} : { narrowestBelow: z.narrowestBelow + by }),
  });
  const { fork, buttSwell, swellings, lowBranches } = trunk;
  return {
    ...trunk,
    ...(fork && {
      fork: {
        height: fork.height + by,
        ...(fork.swellFrom === undefined ? {} : { swellFrom: fork.swellFrom + by }),
        ...(fork.narrowestBelow === undefined ? {} : { narrowestBelow: fork.narrowestBelow + by }),
      },
    }),
    ...(buttSwell && { buttSwell: { end: buttSwell.end + by } }),
    ...(swellings && { swellings: swellings.map(zone) }),
    ...(lowBranches && { lowBranches: lowBranches.map(zone) }),
  };
}
