import type { LengthUnit, UnitSystem } from '../../units';
import type { ClassNames } from '../sampling/index';
import type { CrownClass, OwnField, OwnValue, TreeStatus } from '../tree-questions';

/** A diameter as it was called: exact, or as a class that holds it. */
export type CalledDiameter =
  | { readonly kind: 'exact'; readonly value: number; readonly unit: LengthUnit; readonly byEye: boolean }
  | {
      readonly kind: 'class';
      /** Its lower limit, and how wide it is: what names it is for whoever shows it. */
      readonly from: number;
      readonly width: number;
      readonly unit: LengthUnit;
    };

export interface CalledHeight {
  readonly value: number;
  readonly unit: LengthUnit;
  readonly byEye: boolean;
}

/** Where a called tree stands about the centre of its plot. */
export interface CalledPlace {
  /** Degrees from north, from the centre to the tree. */
  readonly bearing: number;
  readonly distance: number;
  readonly unit: LengthUnit;
  readonly byEye: boolean;
}

/** A tree as it was called out; null is what was not said. */
export interface CalledTree {
  /** Code of the species as it stands in the list; null goes on with the last one. */
  readonly species: string | null;
  readonly diameter: CalledDiameter | null;
  /** Logs and halves of logs that it yields. */
  readonly logs: number | null;
  readonly height: CalledHeight | null;
  /** How many trees alike. */
  readonly count: number;
  readonly place: CalledPlace | null;
  readonly cull: number | null;
  readonly grade: string | null;
  readonly status: TreeStatus | null;
  readonly crownClass: CrownClass | null;
  readonly cutOrLeave: 'cut' | 'leave' | null;
  readonly product: string | null;
  readonly damage: string | null;
  readonly own: Readonly<Record<string, OwnValue>> | null;
  readonly tag: string | null;
  readonly note: string | null;
}

/** What a line is read under. */
export interface LineContext {
  readonly species: readonly { readonly code: string; readonly name: string }[];
  readonly units: UnitSystem;
  /** The classes that a bare number names; null where it is a diameter. */
  readonly classes: { readonly width: number; readonly unit: LengthUnit; readonly names: ClassNames } | null;
  /** What the number after the diameter is; null where that is told by its size. */
  readonly second: 'logs' | 'height' | null;
  /** Length of a log, metres; null where none are cut. */
  readonly logLength: number | null;
  readonly ownFields: readonly OwnField[];
}

/** The marked parts of a line, which may stand anywhere in it. */
export type MarkName = Exclude<keyof CalledTree, 'species' | 'diameter' | 'logs' | 'height'>;

/** What a mark made of the words it was shown. */
export type MarkRead<V> =
  | { readonly ok: true; readonly takes: number; readonly value: V }
  | { readonly ok: false; readonly takes: number; readonly reason: string };

/** One marked part: a line in the registry. */
export interface Mark<V> {
  /** What it is called. */
  readonly name: string;
  /** @returns null where the first word is no such mark */
  readonly read: (words: readonly string[], context: LineContext) => MarkRead<V> | null;
  /** @returns as it is typed; it reads back to the same */
  readonly print: (value: V, context: LineContext) => string;
}

export const yes = <V>(value: V, takes = 1): MarkRead<V> => ({ ok: true, takes, value });
export const no = <V>(reason: string, takes = 1): MarkRead<V> => ({ ok: false, takes, reason });
