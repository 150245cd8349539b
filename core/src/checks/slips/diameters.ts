import { changed, type Slip, type SlipKind, swapped } from './define';

/** Girth and diameter, inches and centimetres, digits. */
export const diameters: SlipKind = ({ readings }) => {
  const last = readings.findLast((r) => r.kind === 'diameter' && !r.upper);
  if (last?.kind !== 'diameter') return [];
  const slips: Slip[] = [];
  const slip = (code: string, often: number, to: Partial<typeof last>, why: string, remedy: string) =>
    slips.push({
      code,
      target: 'dbh',
      often,
      readings: changed(
        readings,
        (r) => r === last,
        () => ({ ...last, ...to }),
      ),
      why,
      remedy,
    });
  const times = (by: number) => ({ value: last.value * by, ...(last.more ? { more: last.more.map((v) => v * by) } : {}) });
  if (last.tool === 'diameter-tape')
    slip(
      'circumference-as-diameter',
      20,
      times(1 / Math.PI),
      'As a girth it fits.',
      'Look at the tape: if it was a plain one, say “girth”.',
    );
  if (last.tool === 'plain-tape')
    slip(
      'diameter-as-circumference',
      15,
      times(Math.PI),
      'As a diameter it fits.',
      'Look at the tape: if it was the diameter side, say “diameter”.',
    );
  if (last.unit === 'cm')
    slip('inches-as-centimetres', 8, { unit: 'in' }, 'Read in inches it fits.', 'Look at the tape: inches or centimetres?');
  if (last.unit === 'in')
    slip('centimetres-as-inches', 8, { unit: 'cm' }, 'Read in centimetres it fits.', 'Look at the tape: inches or centimetres?');
  for (const by of [0.1, 10])
    slip('decimal-slip', 3, times(by), 'With the decimal point one place over it fits.', 'Look at the decimal point of the diameter.');
  if (!last.more)
    for (const value of swapped(last.value))
      slip('digits-swapped', 2, { value }, `As ${value} it fits: two digits changed places.`, 'Look at the diameter again.');
  return slips;
};
