import type { LengthUnit, ProtocolOptions, ProtocolSentence } from '@arbolito/core';

export type Option = ProtocolSentence['option'];

/** One of the ways an option may be set: what it is called, and what it makes of the protocol. */
export interface OptionChoice {
  readonly label: string;
  readonly change: Partial<ProtocolOptions>;
}
/** How an option is edited: by choosing one of a few ways, by a number, or by a name. */
export type OptionField =
  | { readonly kind: 'choice'; readonly choices: readonly OptionChoice[] }
  | {
      readonly kind: 'number';
      /** What it is, where an option has several numbers. */
      readonly label?: string;
      readonly value: number;
      /** Unit the number is typed in. The contract says what it may be. */
      readonly unit: LengthUnit;
      readonly set: (value: number) => Partial<ProtocolOptions>;
    }
  | {
      readonly kind: 'name';
      readonly label: string;
      readonly value: string;
      /** What others are called already. */
      readonly taken: readonly string[];
      readonly set: (value: string) => Partial<ProtocolOptions>;
    };
/** What is typed rather than chosen. */
export type TypedField = Exclude<OptionField, { kind: 'choice' }>;
