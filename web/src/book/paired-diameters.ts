import {
  type AnyDiameter,
  DomainError,
  type JudgedTool,
  ratioOf,
  readDiameter,
  TYPICAL_ERRORS,
  TYPICAL_SHARES,
  toolOf,
} from '@arbolito/core';
import type { RecordOf } from '../contract/envelope';
import { withoutNulls } from '../contract/without-nulls';
import type { Matching, Pair } from './pairs';
import { usable } from './usable';

/** Tools others are judged by, the best first. */
const REFERENCES = ['diameter-tape', 'plain-tape', 'caliper'] as const;

/** The tools a person has a record with, and the key they are filed under. */
export const JUDGED_TOOLS = Object.keys(TYPICAL_SHARES) as JudgedTool[];
export const withTool = (person: string, tool: string) => `${person} ${tool}`;

/** Who read a diameter with which tool; null of any other reading, of tools that nobody has a record with, and where nobody said. */
export function readDiameterBy({ person, body: { read } }: RecordOf<'reading'>): string | null {
  if ((read.kind !== 'diameter' && read.kind !== 'optical-diameter') || !person) return null;
  const tool = toolOf(read as AnyDiameter);
  return tool in TYPICAL_SHARES ? withTool(person, tool) : null;
}

/**
 * Diameters read twice, by a tool and by a better one, on the same stem and visit at the same height.
 * @param reachOf a person's own reach, metres, where it is known
 */
export const pairedDiameters = (reachOf: (person: string) => number | null): Matching => ({
  place({ person, body: { stem, visit, read } }) {
    if ((read.kind !== 'diameter' && read.kind !== 'optical-diameter') || !person) return null;
    return `${visit} ${stem} ${Math.round((read.pom ?? 0) * 50)} ${read.upper ?? false}`;
  },
  compare(readings) {
    const all = readings.flatMap(({ person, body: { read } }) => {
      if (!person) return [];
      const reach = read.kind === 'diameter' && read.tool === 'biltmore-stick' ? reachOf(person) : null;
      const whole = { ...(reach === null ? {} : { reach }), ...withoutNulls(read) } as AnyDiameter;
      const diameter = diameterOf(whole);
      return diameter === null ? [] : [{ person, tool: toolOf(whole), diameter }];
    });
    const best = REFERENCES.find((tool) => all.some((r) => r.tool === tool));
    if (!best) return [];
    const of = all.filter((r) => r.tool === best);
    const reference = of.reduce((s, r) => s + r.diameter, 0) / of.length;
    return all.flatMap(({ person, tool, diameter }): Pair[] =>
      tool === best || !(tool in TYPICAL_SHARES)
        ? []
        : [{ who: withTool(person, tool), on: '', value: ratioOf({ read: diameter, reference }) }],
    );
  },
});

/** What any tool reads of a stem, metres: beyond it a pair says nothing of the tool. */
const THINNEST = 0.001;
const THICKEST = 15;

/** Null of a reading that can't be one: its tree says so. */
function diameterOf(read: AnyDiameter): number | null {
  const diameter = usable(() => readDiameter(read, TYPICAL_ERRORS, () => {}).diameter);
  return diameter instanceof DomainError || !(diameter >= THINNEST && diameter <= THICKEST) ? null : diameter;
}
