import {
  diameterTolerance,
  dueOn,
  goodEnoughUpTo,
  type Metres,
  metres,
  type ProtocolOptions,
  showPom,
  TYPICAL_SHARES,
} from '@arbolito/core';
import type { Book } from './book';

/** What the kit says of finding breast height: a body mark where the protocol takes one, else the tool to use. */
export function bodyHint(book: Book, person: string | null, protocol: ProtocolOptions, today: string): string {
  const wanted = showPom(metres(protocol.breastHeight), protocol.units);
  if (protocol.foundBy === 'tape') return 'Find the height with a tape.';
  if (protocol.foundBy === 'tape-or-stick')
    return `Find the height with a tape or a stick of ${wanted}, not with a body mark: the point must be found again.`;
  const mark = person ? book.kit.bodyMeasures(person, 'breast-height-mark').at(-1)?.body : undefined;
  if (!mark) return `Find the height with a stick of ${wanted}; a mark on your own body can be kept in the kit.`;
  const at = showPom(metres(mark.value), protocol.units);
  const where = `${mark.where ?? 'your body mark'}${mark.footwear ? ` (in ${mark.footwear})` : ''}`;
  if (Math.abs(mark.value - protocol.breastHeight) > 0.015)
    return `Your body mark is at ${at}, this protocol measures at ${wanted}: use a stick.`;
  const { state } = dueOn(mark.on, today);
  return state === 'due'
    ? `Your body mark, ${where}, is over a year old: take it again before you trust it.`
    : `Quick way on level ground: ${where}, at ${at}.`;
}

/** The thickest stem for which this person's stick is good enough under a protocol; null for none. */
export function stickUpTo(book: Book, person: string | null, survey: string | null, protocol: ProtocolOptions): Metres | null {
  const record = person ? book.kit.toolRecord(person, 'biltmore-stick', survey) : null;
  return goodEnoughUpTo(record?.sigma ?? TYPICAL_SHARES['biltmore-stick'], diameterTolerance(protocol));
}
