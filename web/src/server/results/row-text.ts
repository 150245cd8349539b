import type { StandRow } from '../../book/stand-row';

/** What came of a part. */
export interface WorkedPart {
  readonly rows: readonly StandRow[];
  /** Trees that had a row and have none any more: their only version was retracted. */
  readonly gone: readonly string[];
}
/** What a row says, in words: what is said of it is what goes to another thread. */
export const saidOf = (row: StandRow): string => JSON.stringify(Object.values(row));

/**
 * Rows as they go from one thread to another: one text takes half the time of objects, and what it is made of is there
 * already.
 */
export interface RowText {
  readonly keys: readonly (keyof StandRow)[];
  /** A list of rows, each a list of its values. */
  readonly text: string;
  readonly gone: readonly string[];
}

/** @param said of each row what `saidOf` says of it */
export const textOf = ({ rows, gone }: WorkedPart, said: readonly string[]): RowText => ({
  gone,
  keys: Object.keys(rows[0] ?? {}) as (keyof StandRow)[],
  text: `[${said.join(',')}]`,
});

export function partIn({ keys, text, gone }: RowText): WorkedPart {
  // copies of one object take on their values sooner than empty ones grow
  const empty = Object.fromEntries(keys.map((key) => [key, null]));
  const rows = (JSON.parse(text) as unknown[][]).map((values) => {
    const row: Record<string, unknown> = { ...empty };
    for (let i = 0; i < keys.length; i++) row[keys[i] as string] = values[i];
    return row as unknown as StandRow;
  });
  return { rows, gone };
}
