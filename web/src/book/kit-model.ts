import {
  type DiameterTolerance,
  type Due,
  diameterTolerance,
  dueOn,
  goodEnoughUpTo,
  type JudgedTool,
  type Metres,
  PRESETS,
  type ProtocolOptions,
  type ToolRecord,
  TYPICAL_SHARES,
  type UnitSystem,
} from '@arbolito/core';
import { BODY_MEASURES, type BodyMeasure } from '../contract/kinds/body-measure';
import type { Book } from './book';
import { JUDGED_TOOLS } from './paired-diameters';

export const MEASURE_NAMES: Readonly<Record<BodyMeasure, string>> = {
  'breast-height-mark': 'Breast-height mark',
  reach: 'Reach, eye to stick',
  'eye-height': 'Eye height',
};

/** One length on a person's body: what it is now, and whether it is due again. */
export interface MeasureLine {
  readonly what: BodyMeasure;
  readonly value: number | null;
  readonly footwear: string | null;
  readonly where: string | null;
  readonly on: string | null;
  readonly due: Due | null;
  readonly taken: number;
}

/** A tool in a person's hands: how it was found against better ones, and what that is good enough for. */
export interface ToolLine {
  readonly tool: JudgedTool;
  readonly record: ToolRecord;
  readonly typical: number;
  /** What the person adopted for every survey. */
  readonly adopted: { readonly on: string; readonly pairs: number; readonly sigma: number } | null;
  /** What the pairs of all surveys say and is not adopted yet. */
  readonly adopts: ToolRecord | null;
  /** By protocol: the thickest stem it is good enough for; null for none. */
  readonly purposes: readonly {
    readonly name: string;
    readonly upTo: Metres | null;
    readonly units: UnitSystem;
    readonly tolerance: DiameterTolerance;
  }[];
}

export interface PersonKit {
  readonly id: string;
  readonly name: string;
  readonly measures: readonly MeasureLine[];
  readonly tools: readonly ToolLine[];
}

/** The kit of one person, as the book has it. */
export function kitOf(book: Book, person: string, today: string): PersonKit | null {
  const record = book.find('person', person);
  if (!record) return null;
  const purposes = purposesOf(book);
  return {
    id: person,
    name: record.body.name,
    measures: BODY_MEASURES.map((what): MeasureLine => {
      const all = book.kit.bodyMeasures(person, what);
      const last = all.at(-1)?.body;
      return {
        what,
        value: book.kit.bodyMeasure(person, what),
        footwear: last?.footwear ?? null,
        where: last?.where ?? null,
        on: last?.on ?? null,
        due: last ? dueOn(last.on, today) : null,
        taken: all.length,
      };
    }),
    tools: JUDGED_TOOLS.map((tool): ToolLine => {
      const typical = TYPICAL_SHARES[tool];
      const adopted = book.kit.adopted(person, tool)?.body ?? null;
      const paired = book.kit.pairedEverywhere(person, tool);
      const r = paired ?? adopted ?? { pairs: 0, bias: 0, biasSigma: null, sigma: typical };
      return {
        tool,
        record: r,
        typical,
        adopted: adopted && { on: adopted.on, pairs: adopted.pairs, sigma: adopted.sigma },
        adopts: paired && paired.pairs !== adopted?.pairs ? paired : null,
        purposes: purposes.map(({ name, options }) => {
          const tolerance = diameterTolerance(options);
          return { name, units: options.units, tolerance, upTo: goodEnoughUpTo(r.sigma, tolerance) };
        }),
      };
    }),
  };
}

/** The protocols of the surveys in the book; before there are any, the presets. */
function purposesOf(book: Book): readonly { readonly name: string; readonly options: ProtocolOptions }[] {
  const used = new Map<string, ProtocolOptions>();
  for (const survey of book.all('survey')) {
    const protocol = book.protocolOf(survey);
    if (protocol) used.set(protocol.name, protocol.options);
  }
  return used.size > 0 ? [...used].map(([name, options]) => ({ name, options })) : Object.values(PRESETS);
}
