import type { ContractClass } from '../describe';

/** A kind of record: its body's class, its schema version, and which fields name records that must have arrived before. */
export interface RecordKind<B extends object = object> {
  readonly body: ContractClass<B>;
  readonly schema: number;
  readonly parents: Readonly<Record<string, string>>;
  /** upgrades[n] turns a body of schema n + 1 into one of n + 2. */
  readonly upgrades: readonly ((body: Record<string, unknown>) => Record<string, unknown>)[];
}

export function recordKind<B extends object>(body: ContractClass<B>, parents: Readonly<Record<string, string>> = {}): RecordKind<B> {
  return { body, schema: 1, parents, upgrades: [] };
}
