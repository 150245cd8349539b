import { type AnyDiameter, toolOf } from '@arbolito/core';
import type { AnyRecord } from '../contract/envelope';

/** What a reading of a diameter or a distance was taken with, in a word; null for any other record. */
export function readWith({ kind, body }: AnyRecord): string | null {
  if (kind !== 'reading') return null;
  const { read } = body;
  if (read.kind === 'paces' || read.kind === 'distance') return read.kind;
  return read.kind === 'diameter' || read.kind === 'optical-diameter' ? toolOf(read as AnyDiameter) : null;
}

/** Whether readings of one tree may judge each other: its distance both paced and measured, or two tools on its stem. */
export const mayJudge = (tools: readonly string[]): boolean =>
  (tools.includes('paces') && tools.includes('distance')) || tools.filter((t) => t !== 'paces' && t !== 'distance').length > 1;
