import type { ProtocolOptions } from '@arbolito/core';
import { inShort } from './in-short';
import type { JudgedPlot } from './on-plot';
import type { BookTree } from './tree';

const protocolTexts = new WeakMap<ProtocolOptions, string>();
/** A protocol's options, in short: the same for two that say the same. */
export function shortOf(protocol: ProtocolOptions): string {
  const known = protocolTexts.get(protocol);
  if (known !== undefined) return known;
  const text = inShort(JSON.stringify(protocol));
  protocolTexts.set(protocol, text);
  return text;
}

/**
 * Everything a row follows from, in short.
 * @param program that makes it; '' where that is said elsewhere
 */
export function fromOf(
  { record, visits, ...tree }: BookTree,
  species: string | null,
  program: string,
  protocol: ProtocolOptions,
  plot: JudgedPlot | null,
  caller: string | null,
): string {
  const read = visits.map(({ id, on, inForce, eyeHeight }) => [id, on, inForce, eyeHeight]);
  const all = [
    // all that is said of the tree itself stands in one version, what was called of it too
    record.id,
    plot?.from,
    species,
    tree.species,
    read,
    tree.contested.length,
    tree.readings.at(-1)?.id,
    tree.confirmed,
    caller,
  ];
  return `${program} ${shortOf(protocol)} ${inShort(JSON.stringify(all))}`.trimStart();
}
