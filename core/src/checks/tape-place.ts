import { FIRST_STEM } from '../reading/index';
import { SAME_HEIGHT, showPom } from '../stem/index';
import { metres } from '../units';
import type { Check, Finding } from './finding';

/** A tape is placed no finer than this, metres. */
const PLACED = 0.02;

/** Where the tape lay against where it should lie: by the protocol on this trunk, and by the last visit. */
export const tapePlace: Check = ({ result, protocol, previous }) =>
  result.stems.flatMap((stem): readonly Finding[] => {
    const findings: Finding[] = [];
    const base = { target: 'dbh' as const, stem: stem.stem };
    const show = (h: number) => showPom(metres(h), protocol.units);
    const { where } = stem;
    if (where && !where.ok) {
      findings.push({
        ...base,
        code: where.code,
        severity: 'wrong',
        what: where.reason,
        why: 'This trunk has no such point.',
        remedy: 'Look at the trunk again: where does the fork part, where is it normal?',
      });
    }
    if (!stem.dbh.ok) {
      if (stem.dbh.code === 'pom-above-fork') {
        findings.push({
          ...base,
          code: 'pom-above-fork',
          severity: 'wrong',
          what: stem.dbh.reason,
          why: 'Above a fork there are two stems.',
          remedy: 'Measure below the fork, or take the stems one by one.',
        });
      }
      return findings;
    }
    const { pom, tapes } = stem.dbh.value;
    const before = previous?.find((p) => (p.stem ?? FIRST_STEM) === stem.stem);
    if (before && Math.abs(before.pom - pom) > PLACED + SAME_HEIGHT) {
      findings.push({
        ...base,
        code: 'pom-moved',
        severity: 'doubt',
        what: `The tape lay at ${show(pom)}; at the last visit it lay at ${show(before.pom)}.`,
        why: 'Two points on a stem say nothing of its growth.',
        remedy: `Read at ${show(before.pom)} too; if that point is gone, keep both once.`,
      });
    }
    const wanted = where?.ok ? where.value.tapes : [protocol.breastHeight];
    const off = tapes.find((t) => !wanted.some((w) => Math.abs(w - t) <= PLACED + SAME_HEIGHT));
    // the old point of a permanent stem comes before the rule
    if (off !== undefined && !(before && Math.abs(before.pom - off) <= PLACED + SAME_HEIGHT)) {
      findings.push({
        ...base,
        code: 'pom-off-protocol',
        severity: 'doubt',
        what: `The tape lay at ${show(off)}; this protocol puts it at ${wanted.map(show).join(' and ')}${where ? ' on this trunk' : ''}.`,
        why: where ? 'What the trunk does decides where the stem is normal.' : 'Nothing is said of the trunk that would move it.',
        remedy: where ? 'Move the tape and read again.' : 'Say what the trunk does, or move the tape.',
      });
    }
    if (where?.ok)
      findings.push(
        ...where.value.flags.map(
          (f): Finding => ({
            ...base,
            code: f.code,
            severity: 'advice',
            what: f.text,
            why: 'The figure is kept and carries this flag.',
            remedy: 'Compare it only with readings taken the same way.',
          }),
        ),
      );
    return findings;
  });
