import {
  type AnyDiameter,
  type JudgedTool,
  pairedError,
  type ReadingPair,
  readDiameter,
  type ToolRecord,
  TYPICAL_ERRORS,
  TYPICAL_SHARES,
  toolOf,
} from '@arbolito/core';
import type { RecordOf } from '../contract/envelope';
import { withoutNulls } from '../contract/without-nulls';

/** A person's record with each tool that was ever read beside a better one. */
export type ToolRecords = ReadonlyMap<string, ReadonlyMap<JudgedTool, ToolRecord>>;

/** Tools others are judged by, the best first. */
const REFERENCES = ['diameter-tape', 'plain-tape', 'caliper'] as const;

interface Read {
  readonly person: string;
  readonly tool: string;
  readonly diameter: number;
}

/**
 * Finds what was read twice, by a tool and by a better one, on the same stem and visit at the same height, and what
 * that says of each person with each tool.
 * @param readings in force
 * @param reachOf a person's own reach, metres, where it is known
 */
export function toolRecords(readings: Iterable<RecordOf<'reading'>>, reachOf: (person: string) => number | null): ToolRecords {
  const points = new Map<string, Read[]>();
  for (const r of readings) {
    const read = r.body.read;
    if ((read.kind !== 'diameter' && read.kind !== 'optical-diameter') || !r.person) continue;
    const reach = read.kind === 'diameter' && read.tool === 'biltmore-stick' ? reachOf(r.person) : null;
    const whole = { ...(reach === null ? {} : { reach }), ...withoutNulls(read) } as AnyDiameter;
    const at = `${r.body.stem} ${r.body.visit} ${Math.round((read.pom ?? 0) * 50)} ${read.upper ?? false}`;
    points.set(at, [
      ...(points.get(at) ?? []),
      { person: r.person, tool: toolOf(whole), diameter: readDiameter(whole, TYPICAL_ERRORS, () => {}).diameter },
    ]);
  }
  const pairs = new Map<string, Map<JudgedTool, ReadingPair[]>>();
  for (const read of points.values()) {
    if (read.length < 2) continue;
    const best = REFERENCES.find((tool) => read.some((r) => r.tool === tool));
    if (!best) continue;
    const of = read.filter((r) => r.tool === best);
    const reference = of.reduce((s, r) => s + r.diameter, 0) / of.length;
    for (const r of read) {
      if (r.tool === best || !(r.tool in TYPICAL_SHARES)) continue;
      const mine = pairs.get(r.person) ?? new Map<JudgedTool, ReadingPair[]>();
      pairs.set(r.person, mine);
      mine.set(r.tool as JudgedTool, [...(mine.get(r.tool as JudgedTool) ?? []), { read: r.diameter, reference }]);
    }
  }
  return new Map(
    [...pairs].map(([person, tools]) => [
      person,
      new Map([...tools].map(([tool, p]) => [tool, pairedError(p, TYPICAL_SHARES[tool])] as const)),
    ]),
  );
}
