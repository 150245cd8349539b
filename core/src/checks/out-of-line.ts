import { deriveTree, type TreeResult } from '../tree/index';
import { DomainError } from '../units';
import { type Check, type CheckInput, type Finding, type Measure, orElse } from './finding';
import { isAlarm, measuresOf } from './measures';
import { type Slip, slipsIn } from './slips/index';

/** No tree is known to have stood taller, metres. */
const TALLEST = 116;
/** A slip explains a tree only where without it everything lies well inside its band. */
const WELL_WITHIN = 0.8;
/** A far measure counts no more than this: it is wrong, however wrong. */
const MOST = 8;
/** Causes this much less likely than the best, in logarithms, are not named beside it. */
const NAMED_TOO = 2.5;
const NAMED = 3;

/**
 * Whatever lies outside what clean trees show, with the slip that most likely made it: every usual slip is undone in
 * turn, the tree derived again, and what then fits everything known of it is named, the likeliest first.
 */
export const outOfLine: Check = (input) => {
  const measures = measuresOf(input);
  const alarms = measures.filter(isAlarm);
  if (alarms.length === 0) return [];
  const causes = causesOf(input, measures);
  const [worst] = alarms.toSorted((a, b) => Math.abs(b.z) / b.limit - Math.abs(a.z) / a.limit);
  const [best, ...also] = causes;
  if (!worst || !best) return alarms.map((m) => ({ ...m.finding(), severity: 'doubt' }));
  const whys = [best, ...also].map((c) => c.why);
  return [
    {
      code: best.code,
      target: best.target,
      severity: 'doubt',
      what: worst.finding().what,
      why: orElse(whys),
      remedy: best.remedy,
      ...(also.length > 0 ? { causes: [best, ...also].map((c) => c.code) } : {}),
    } satisfies Finding,
  ];
};

/** Slips without which the tree fits, the likeliest first; of one kind the best. */
function causesOf(input: CheckInput, now: readonly Measure[]): readonly Slip[] {
  const found: { slip: Slip; score: number }[] = [];
  for (const slip of slipsIn(input)) {
    const result = again(input, slip);
    if (!result) continue;
    const then = measuresOf({ ...input, readings: slip.readings, result });
    // a slip that takes a quantity away explains nothing
    if (then.length < now.length || then.some((m) => Math.abs(m.z) > WELL_WITHIN * m.limit)) continue;
    if (result.height.ok && result.height.value.value > TALLEST) continue;
    const surprise = then.reduce((sum, m) => sum + Math.min(Math.abs(m.z), MOST) ** 2, 0) / 2;
    found.push({ slip, score: Math.log(slip.often) - surprise });
  }
  found.sort((a, b) => b.score - a.score);
  const best = found[0]?.score ?? 0;
  const named = new Map<string, Slip>();
  for (const { slip, score } of found) if (best - score <= NAMED_TOO && !named.has(slip.code)) named.set(slip.code, slip);
  return [...named.values()].slice(0, NAMED);
}

function again(input: CheckInput, { readings }: Slip): TreeResult | null {
  const station = input.result.stations.find((s) => s.ok && !s.value.eyeHeightAssumed);
  const eye = station?.ok ? { eyeHeight: station.value.eyeHeight } : {};
  try {
    const result = deriveTree({ readings, protocol: input.protocol, species: input.species, ...eye });
    // a slip that leaves fewer heights than there were explains nothing either
    return heightsOf(result) >= heightsOf(input.result) ? result : null;
  } catch (e) {
    if (e instanceof DomainError) return null;
    throw e;
  }
}

const heightsOf = (result: TreeResult) => result.determinations.filter((d) => d.heights.tip.ok).length;
