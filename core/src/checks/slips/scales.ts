import type { AngleReading, Reading } from '../../reading/index';
import { type FindingTarget, okStations } from '../finding';
import { changed, readAt, SIGHTED, type Slip, type SlipKind } from './define';

/** Fixed-distance scales stand beside each other in an eyepiece. */
const FIXED = [15, 20, 25, 30, 40, 50] as const;

export const scales: SlipKind = ({ readings, result }) => {
  const slips: Slip[] = [];
  const angles = readings.filter((r): r is AngleReading => r.kind === 'angle');
  const as =
    (scale: 'degree' | 'percent') =>
    (r: Reading): Reading =>
      r.kind === 'angle' ? ({ ...r, scale } as Reading) : r;
  const both = (from: 'percent' | 'degree', which: (r: Reading) => boolean, target: FindingTarget, one: boolean) => {
    const to = from === 'percent' ? 'degree' : 'percent';
    const own = angles.filter((r) => r.scale === from && which(r));
    if (own.length === 0 || (to === 'degree' && own.some((r) => Math.abs(r.value) >= 89))) return;
    const word = from === 'percent' ? 'degrees' : 'percent';
    const name = target.replace('-', ' ');
    slips.push({
      code: `${one ? `${target}-` : ''}${from === 'percent' ? 'degrees-for-percent' : 'percent-for-degrees'}`,
      target,
      often: one ? 4 : 12,
      readings: changed(readings, (r) => r.kind === 'angle' && r.scale === from && which(r), as(to)),
      why: one ? `With the ${name} read as ${word} it fits.` : `Read as ${word} it fits.`,
      remedy: `Look which scale the number stands on: ${word}, not ${from === 'percent' ? 'percent' : 'degrees'}.`,
    });
  };
  for (const s of okStations(result)) {
    const here = readAt(s.station);
    for (const from of ['percent', 'degree'] as const) {
      both(from, here, 'tip', false);
      // the slope is often sighted by itself, with another scale in view
      if (s.slope !== null) both(from, (r) => here(r) && r.kind === 'angle' && r.target !== 'ground', 'tip', false);
      for (const target of SIGHTED) both(from, (r) => here(r) && r.kind === 'angle' && r.target === target, target, true);
    }
    const fixed = angles.find((r) => here(r) && r.scale === 'fixed' && r.scaleDistance !== undefined);
    if (!fixed) continue;
    for (const other of FIXED) {
      if (other === fixed.scaleDistance) continue;
      const near = Math.abs(Math.log(other / (fixed.scaleDistance as number))) < 0.45;
      slips.push({
        code: 'other-scale',
        target: 'tip',
        often: near ? 10 : 2,
        readings: changed(
          readings,
          (r) => here(r) && r.kind === 'angle' && r.scale === 'fixed',
          (r) => ({ ...(r as AngleReading), scaleDistance: other }),
        ),
        why: `Read on the scale for ${other} it fits.`,
        remedy: 'Look which distance the scale is drawn for.',
      });
      for (const target of ['base', 'tip'] as const)
        slips.push({
          code: `${target}-other-scale`,
          target,
          often: near ? 3 : 1,
          readings: changed(
            readings,
            (r) => here(r) && r.kind === 'angle' && r.scale === 'fixed' && r.target === target,
            (r) => ({ ...(r as AngleReading), scaleDistance: other }),
          ),
          why: `With the ${target} read on the scale for ${other} it fits.`,
          remedy: 'Look which distance the scale is drawn for.',
        });
    }
  }
  return slips;
};
