import type { AnyDiameter, DiameterReading } from '../reading/index';
import { METRES_PER_INCH, type Metres, metres } from '../units';

/** What a diameter is held against: another tool, another reading, the last visit. */
export interface Witness {
  readonly name: string;
  /** Where it is believed to lie, metres. */
  readonly low: number;
  readonly high: number;
  /** Where it most probably lies: a slip must lead there to be named. */
  readonly likely: readonly [number, number];
}

/** A usual slip of a diameter reading, and the diameter it would really be. */
export interface TapeSlip {
  readonly code: string;
  readonly why: string;
  readonly remedy: string;
  readonly diameter: Metres;
}

export const believes = (w: Witness, d: number) => d >= w.low && d <= w.high;

/**
 * The slips that would make a reading agree with its witness, the likeliest first, each once.
 * @param reading the one that does not agree
 * @param diameter what it gives now, metres
 * @param witness what it is held against
 * @returns none when no usual slip explains it
 */
export function slipsOf(reading: AnyDiameter, diameter: Metres, witness: Witness): readonly TapeSlip[] {
  const fit = candidates(reading, diameter).filter((s) => s.diameter >= witness.likely[0] && s.diameter <= witness.likely[1]);
  return fit.filter((s, i) => fit.findIndex((o) => o.code === s.code) === i);
}

function candidates(r: AnyDiameter, d: Metres): readonly TapeSlip[] {
  const slip = (code: string, diameter: number, why: string, remedy: string): TapeSlip => ({
    code,
    diameter: metres(diameter),
    why,
    remedy,
  });
  const list: TapeSlip[] = [];
  if (r.kind === 'diameter' && r.tool === 'diameter-tape') {
    list.push(
      slip('circumference-as-diameter', d / Math.PI, 'As a girth it fits.', 'Look at the tape: if it was a plain one, say “girth”.'),
    );
  }
  if (r.kind === 'diameter' && r.tool === 'plain-tape') {
    list.push(
      slip(
        'diameter-as-circumference',
        d * Math.PI,
        'As a diameter it fits.',
        'Look at the tape: if it was the diameter side, say “diameter”.',
      ),
    );
  }
  const perInch = METRES_PER_INCH / 0.01;
  if (r.unit === 'cm')
    list.push(slip('inches-as-centimetres', d * perInch, 'In inches it fits.', 'Look at the tape: inches or centimetres?'));
  if (r.unit === 'in')
    list.push(slip('centimetres-as-inches', d / perInch, 'In centimetres it fits.', 'Look at the tape: inches or centimetres?'));
  if (r.kind === 'diameter' && r.tool !== 'estimate') list.push(...misread(r, d));
  list.push(slip('decimal-slip', d / 10, 'With the decimal point one place to the left it fits.', 'Look at the decimal point.'));
  list.push(slip('decimal-slip', d * 10, 'With the decimal point one place to the right it fits.', 'Look at the decimal point.'));
  return list;
}

/** Read from the wrong side of a mark (4.3 for 5.7, 5.7 for 6.3), or with the tape begun at its 1. Marks every unit, and every ten. */
function misread(r: DiameterReading, d: Metres): readonly TapeSlip[] {
  const last = r.more?.at(-1) ?? r.value;
  // the lengths of a reading together, as read: a unit of the scale is worth its share of the diameter
  const read = [r.value, ...(r.more ?? [])].reduce((a, b) => a + b, 0);
  const perUnit = d / read;
  return [1, 10].flatMap((mark): TapeSlip[] => {
    // 5.7 may stand for 6.3, 6.3 for 5.7: either way from the mark between
    const mirrored = [2 * mark * Math.ceil(last / mark) - last, 2 * mark * Math.floor(last / mark) - last].filter(
      (v) => v > 0 && v !== last,
    );
    return [
      ...mirrored.map((v) => ({
        code: 'wrong-side-of-mark',
        diameter: metres(d + (v - last) * perUnit),
        why: `Counted from the mark the other way, ${round(last)} would be ${round(v)}, which fits.`,
        remedy: 'Look at the tape: do the figures grow the way you read?',
      })),
      {
        code: 'tape-from-one',
        diameter: metres(d - mark * perUnit),
        why: `Begun at ${mark} instead of 0 it would be ${round(last - mark)}, which fits.`,
        remedy: 'Look at the end of the tape: where is its zero?',
      },
    ];
  });
}

const round = (n: number) => String(Math.round(n * 100) / 100);
