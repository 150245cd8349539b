import { showHeight } from '../units';
import type { Check, Finding } from './finding';

/** Points of one stem in the wrong order: a top under the base, a part longer than the whole. */
export const orderOnStem: Check = ({ result, protocol }) => {
  const findings: Finding[] = [];
  const { height, crownBase, merchantable } = result;
  for (const [target, part] of [
    ['tip', height],
    ['crown-base', crownBase],
    ['merchantable', merchantable],
  ] as const) {
    if (!part.ok && part.code === 'top-below-base') {
      findings.push({
        code: 'top-below-base',
        target,
        severity: 'wrong',
        what: 'The upper sight is not above the lower one.',
        why: 'The tree would have no height: a sign is missing or turned.',
        remedy: 'Check the signs: above your eye ▲, below your eye ▼.',
      });
    }
  }
  if (!height.ok) return findings;
  for (const [target, name, part] of [
    ['crown-base', 'crown base', crownBase],
    ['merchantable', 'merchantable top', merchantable],
  ] as const) {
    if (part.ok && part.value.value > height.value.value) {
      findings.push({
        code: `${target}-over-total`,
        target,
        severity: 'wrong',
        what: `The ${name} at ${showHeight(part.value.value, protocol.units)} is above the tip.`,
        why: `The whole tree is ${showHeight(height.value.value, protocol.units)}.`,
        remedy: `Sight the ${name} again, then the tip.`,
      });
    }
  }
  return findings;
};
