import { FIRST_STEM } from '../reading/index';
import { showDiameter } from '../units';
import type { Check, Finding } from './finding';

/** Stems seen but not read, more than the protocol takes, or not in its order. */
export const stems: Check = ({ readings, result, protocol }) => {
  const findings: Finding[] = [];
  const seen = Math.max(0, ...readings.map((r) => (r.kind === 'trunk' ? (r.trunk.stems ?? 0) : 0)));
  const read = result.stems.filter((s) => s.dbh.ok || s.dbh.code !== 'no-diameter');
  // one stem measured below its fork stands for all that rise from it
  const oneBelow = result.stems.some((s) => s.where?.ok && s.where.value.stems === 'one' && s.where.value.trunk.fork);
  const empty = result.stems.find((s) => !s.dbh.ok && s.dbh.code === 'no-diameter' && (result.stems.length > 1 || seen > 1));
  const wanted = Math.min(seen, protocol.forkLow.atMost ?? seen);
  if (read.length > 0 && !oneBelow && (read.length < wanted || empty)) {
    findings.push({
      code: 'stems-unread',
      target: 'dbh',
      stem: empty?.stem ?? FIRST_STEM,
      severity: 'doubt',
      what: empty
        ? `Stem ${empty.stem} has no diameter yet.`
        : `${seen} stems were seen, ${read.length} ${read.length === 1 ? 'is' : 'are'} read.`,
      why: 'The tree’s basal area lacks what is not read.',
      remedy: 'Read the other stems too, clockwise, or say how many there are.',
    });
  }
  const left = result.stems.filter((s) => s.dbh.ok && !s.counted);
  if (left.length > 0 && protocol.forkLow.theTree === 'each') {
    findings.push({
      code: 'stems-beyond-protocol',
      target: 'dbh',
      stem: left[0]?.stem ?? FIRST_STEM,
      severity: 'advice',
      what: `${result.stems.filter((s) => s.dbh.ok).length} stems are read; this protocol takes the ${protocol.forkLow.atMost} largest.`,
      why: 'The others are kept and flagged, and count in nothing.',
      remedy: `Not counted: stem ${left.map((s) => s.stem).join(', ')}.`,
    });
  }
  const ok = result.stems.flatMap((s) => (s.dbh.ok ? [{ stem: s.stem, d: s.dbh.value.unrounded }] : []));
  const largest = ok.reduce<(typeof ok)[number] | null>((a, b) => (a === null || b.d > a.d * (1 + 1e-9) ? b : a), null);
  if (largest && ok[0] && largest !== ok[0]) {
    findings.push({
      code: 'stem-order',
      target: 'dbh',
      stem: largest.stem,
      severity: 'advice',
      what: `Stem ${largest.stem} is thicker than stem ${ok[0].stem}: ${showDiameter(largest.d, protocol.units)} against ${showDiameter(ok[0].d, protocol.units)}.`,
      why: 'The largest is number one, the others follow clockwise: so they are found again.',
      remedy: 'Number them again if they are to be found at the next visit.',
    });
  }
  return findings;
};
