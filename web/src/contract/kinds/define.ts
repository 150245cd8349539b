/** Makes a body of the version after it out of one. */
export type Upgrade = (body: Readonly<Record<string, unknown>>) => Readonly<Record<string, unknown>>;

/**
 * What everybody who handles records must know of a kind, without the checks of its body: plain, so that a page that only
 * reads carries no validation. A field's value is the kind of what it names; `*` stands for any.
 */
export interface KindFacts {
  /** Whether a thing of it is a scope of its own: what is part of it is carried and ordered with it. */
  readonly opensScope: boolean;
  /** Version of the body as it is written today, from 1. */
  readonly schema: number;
  /** Fields that name what a record is a part of; struck out with it. Under the first one the book files it. */
  readonly partOf: Readonly<Record<string, string>>;
  /** Fields that name a thing it only refers to. */
  readonly names: Readonly<Record<string, string>>;
  /** Fields that name one exact version of a thing. */
  readonly namesVersion: Readonly<Record<string, string>>;
  /** Fields that mean one thing together: two people who change them at once have changed the same. */
  readonly together: readonly (readonly string[])[];
  /** Fields that hold named values, each of which is changed by itself. */
  readonly byKey: readonly string[];
  /** Whether the whole body is one value, as it is with a reading. */
  readonly whole: boolean;
  /** upgrades[n] turns a body of schema n + 1 into one of n + 2. */
  readonly upgrades: readonly Upgrade[];
}

export const kindOf = (facts: Partial<KindFacts>): KindFacts => ({
  opensScope: false,
  schema: 1,
  partOf: {},
  names: {},
  namesVersion: {},
  together: [],
  byKey: [],
  whole: false,
  upgrades: [],
  ...facts,
});

/** A body of an older schema as it is written today. */
export const upgraded = (facts: KindFacts, schema: number, body: Readonly<Record<string, unknown>>) =>
  facts.upgrades.slice(schema - 1).reduce((b, upgrade) => upgrade(b), body);
