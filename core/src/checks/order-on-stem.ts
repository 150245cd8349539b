import { metres, showHeight } from '../units';
import type { Check, Finding } from './finding';

/** A log of 16 ft, metres, where the protocol names none. */
const LOG = 4.8768;

/** Points of one stem in the wrong order: a top under the base, a part longer than the whole. */
export const orderOnStem: Check = ({ readings, result, protocol }) => {
  const findings: Finding[] = [];
  const { height, crownBase, merchantable } = result;
  for (const target of ['tip', 'crown-base', 'merchantable'] as const) {
    // the mean of several would hide one that is upside down
    const upside = result.determinations.find((d) => !d.heights[target].ok && d.heights[target].code === 'top-below-base');
    if (!upside) continue;
    const several = result.determinations.length > 1;
    findings.push({
      code: 'top-below-base',
      target,
      severity: 'wrong',
      what: several
        ? `From station ${upside.station} the upper sight is not above the lower one.`
        : 'The upper sight is not above the lower one.',
      why: 'The tree would have no height: a sign is missing or turned.',
      remedy: 'Check the signs: above your eye ▲, below your eye ▼.',
    });
  }
  if (!height.ok) return findings;
  const logs = readings.findLast((r) => r.kind === 'logs');
  const rule = protocol.merchantable;
  const log = rule?.logs?.length ?? LOG;
  if (logs?.kind === 'logs') {
    const cut = logs.value * log + (rule?.stumpHeight ?? 0);
    if (cut > height.value.value - 2 * height.value.sigma)
      findings.push({
        code: 'logs-over-total',
        target: 'merchantable',
        severity: cut > height.value.value + 2 * height.value.sigma ? 'wrong' : 'doubt',
        what: `${logs.value} logs reach ${showHeight(metres(cut), protocol.units)} up a tree of ${showHeight(height.value.value, protocol.units)}.`,
        why: 'The top of a tree holds no log.',
        remedy: 'Count the logs again, and look at the height.',
      });
  }
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
