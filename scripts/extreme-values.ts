// Where a body of the contract holds numbers, and what extremes each may be worth: read from the contract's own description.
import type { Kind } from '../web/src/contract/kinds/index';
import { openApi } from '../web/src/contract/openapi';
import { BODIES } from '../web/src/contract/records/index';

export type Plain = Record<string, unknown>;
export type Path = readonly (string | number)[];
export interface Schema {
  readonly $ref?: string;
  readonly type?: string | readonly string[];
  readonly anyOf?: readonly Schema[];
  readonly oneOf?: readonly Schema[];
  readonly properties?: Readonly<Record<string, Schema>>;
  readonly items?: Schema;
  readonly enum?: readonly unknown[];
  readonly minimum?: number;
  readonly maximum?: number;
  readonly exclusiveMinimum?: number;
}

/** A field at an extreme, and the body that has it there. */
export interface Extreme {
  readonly at: string;
  readonly value: number;
  readonly body: Plain;
}

const schemas = (openApi() as { components: { schemas: Record<string, Schema> } }).components.schemas;
const resolved = (s: Schema): Schema => (s.$ref ? (schemas[s.$ref.split('/').at(-1) as string] as Schema) : s);

/** Numeric fields of a body, where they stand in it, with those that are left out. */
export function numbers(schema: Schema, value: unknown, path: Path = []): readonly (readonly [Path, Schema])[] {
  const s = resolved(schema);
  const types = [s.type ?? []].flat();
  if (types.includes('number') || types.includes('integer')) return [[path, s]];
  if (s.items) return Array.isArray(value) ? value.slice(0, 1).flatMap((v, i) => numbers(s.items as Schema, v, [...path, i])) : [];
  if (s.properties) {
    if (typeof value !== 'object' || value === null) return [];
    return Object.entries(s.properties).flatMap(([key, inner]) => numbers(inner, (value as Plain)[key], [...path, key]));
  }
  const union = s.oneOf ?? s.anyOf;
  if (!union) return [];
  const told = (value as Plain | null)?.kind;
  const fits = union.map(resolved).filter((u) => u.type !== 'null');
  const own = fits.length === 1 ? fits : fits.filter((u) => resolved(u.properties?.kind ?? {}).enum?.includes(told));
  return own.flatMap((u) => numbers(u, value, path));
}

/** What a field may be worth at its bounds and beside them, and at the ends of what a number can be. */
export function valuesOf({ minimum, maximum, exclusiveMinimum }: Schema): readonly number[] {
  const bounds = [minimum, maximum, exclusiveMinimum].filter((b) => b !== undefined);
  const beside = (b: number) => [b, b + Math.abs(b || 1) * 1e-9, b - Math.abs(b || 1) * 1e-9];
  const all = [0, 5e-324, -5e-324, 1e-300, 1e-9, Number.MAX_VALUE, -Number.MAX_VALUE, ...bounds.flatMap(beside)];
  return [...new Set(all)];
}

export function withValue(body: Plain, path: Path, value: number): Plain {
  const copy = structuredClone(body);
  let at = copy as Record<string | number, unknown>;
  for (const key of path.slice(0, -1)) at = at[key] as Record<string | number, unknown>;
  at[path.at(-1) as string] = value;
  return copy;
}

/** The schema of a kind's body, and of what was read in a reading. */
export const BODY = (kind: Kind): Schema => schemas[BODIES[kind].name] as Schema;
export const READ = (resolved(BODY('reading')).properties as Record<string, Schema>).read as Schema;
