import type { LengthUnit, ProtocolOptions, ProtocolSentence } from '@arbolito/core';

export type Option = ProtocolSentence['option'];

/** One of the ways an option may be set: what it is called, and what it makes of the protocol. */
export interface OptionChoice {
  readonly label: string;
  readonly change: Partial<ProtocolOptions>;
}
/** One of a list, on or off; `change` is null where it can't be turned. */
export interface OptionToggle {
  readonly label: string;
  readonly on: boolean;
  readonly change: Partial<ProtocolOptions> | null;
}
/** How an option is edited: by choosing one of a few ways, by turning some on, by a number, by a name, or in words. */
export type OptionField =
  | { readonly kind: 'choice'; readonly choices: readonly OptionChoice[] }
  | { readonly kind: 'toggles'; readonly toggles: readonly OptionToggle[] }
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
    }
  | {
      readonly kind: 'said';
      readonly label: string;
      /** How such a text looks. */
      readonly hint: string;
      readonly value: string;
      readonly read: (text: string) => ReadTyped;
    };
/** What a text makes of the protocol, or why it can't be read. */
export type ReadTyped = { readonly ok: true; readonly change: Partial<ProtocolOptions> } | { readonly ok: false; readonly reason: string };
/** What is typed rather than chosen. */
export type TypedField = Exclude<OptionField, { kind: 'choice' | 'toggles' }>;

/** One of a few ways. */
export const one = <K extends Option>(key: K, ways: readonly (readonly [ProtocolOptions[K], string])[]): OptionField => ({
  kind: 'choice',
  choices: ways.map(([value, label]) => ({ label, change: { [key]: value } as Partial<ProtocolOptions> })),
});
