import type { ProtocolOptions } from '@arbolito/core';
import murmur from 'imurmurhash';
import type { JudgedPlot } from './on-plot';
import type { BookTree } from './tree';

const protocolTexts = new WeakMap<ProtocolOptions, string>();
function textOf(protocol: ProtocolOptions): string {
  const known = protocolTexts.get(protocol);
  if (known !== undefined) return known;
  const text = inShort(JSON.stringify(protocol));
  protocolTexts.set(protocol, text);
  return text;
}

/** Everything a row follows from, in short. */
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
    // all that is said of the tree itself stands in one version
    record.id,
    plot?.from,
    species,
    tree.species,
    read,
    tree.contested.length,
    tree.readings.at(-1)?.id,
    tree.confirmed,
    tree.called,
    caller,
  ];
  return `${program} ${textOf(protocol)} ${inShort(JSON.stringify(all))}`;
}

/** A text in 64 bits: two that differ come out alike once in 10¹⁹ times. */
export const inShort = (text: string): string => `${murmur(text, 1).result().toString(36)}.${murmur(text, 2).result().toString(36)}`;
