import 'reflect-metadata';
import { plainToInstance } from 'class-transformer';
import { type ValidationError, validateSync } from 'class-validator';
import type { ContractClass } from './describe';

/** One thing wrong with what was sent: which field, what stood there, what is allowed. */
export interface FieldError {
  readonly field: string;
  readonly value: unknown;
  readonly allowed: string;
}
export type Checked<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly errors: readonly FieldError[] };

/**
 * Checks a plain object from outside against a class of the contract; unknown fields are refused.
 * @param type the class
 * @param plain what came in
 * @param at where it stood, put before each field's name
 */
export function validate<T extends object>(type: ContractClass<T>, plain: unknown, at = ''): Checked<T> {
  if (typeof plain !== 'object' || plain === null || Array.isArray(plain)) {
    return { ok: false, errors: [{ field: at || '(body)', value: shown(plain), allowed: 'an object' }] };
  }
  const value = plainToInstance(type, plain);
  const found = validateSync(value, { whitelist: true, forbidNonWhitelisted: true, forbidUnknownValues: true });
  if (found.length === 0) return { ok: true, value };
  return { ok: false, errors: found.flatMap((e) => flatten(e, at)) };
}

function flatten(error: ValidationError, at: string): FieldError[] {
  const field = /^\d+$/.test(error.property) ? `${at}[${error.property}]` : at ? `${at}.${error.property}` : error.property;
  const own = Object.entries(error.constraints ?? {}).map(([rule, message]) =>
    rule === 'whitelistValidation' ? 'no such field is known here' : message,
  );
  const mine = own.length ? [{ field, value: shown(error.value), allowed: [...new Set(own)].join('; ') }] : [];
  return [...mine, ...(error.children ?? []).flatMap((c) => flatten(c, field))];
}

/** Long or deep values are not echoed whole. */
function shown(value: unknown): unknown {
  if (typeof value === 'string') return value.length > 80 ? `${value.slice(0, 80)}…` : value;
  if (typeof value === 'number') return Number.isFinite(value) ? value : String(value);
  if (typeof value === 'boolean' || value === null || value === undefined) return value ?? null;
  return Array.isArray(value) ? `a list of ${value.length}` : 'an object';
}
