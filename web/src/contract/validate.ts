import 'reflect-metadata';
import { plainToInstance } from 'class-transformer';
import { type ValidationError, validateSync } from 'class-validator';
import type { ContractClass } from './describe';
import { type FieldError, FieldErrors } from './field-errors';
import { checkShape, eachOf } from './shape';

export type { FieldError } from './field-errors';
export type Checked<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly errors: readonly FieldError[] };

/**
 * Checks a plain object from outside against a class of the contract; unknown fields are refused.
 * @param type the class
 * @param plain what came in
 * @param at where it stood, put before each field's name
 * @returns the object, or what is wrong with it: a bounded list
 */
export function validate<T extends object>(type: ContractClass<T>, plain: unknown, at = ''): Checked<T> {
  const errors = new FieldErrors();
  if (typeof plain !== 'object' || plain === null || Array.isArray(plain)) {
    errors.add(at, plain, 'an object');
    return { ok: false, errors: errors.all() };
  }
  checkShape(type, plain, at, errors);
  if (!errors.none) return { ok: false, errors: errors.all() };
  // what is judged each for itself is counted here, and not opened
  const each = [...eachOf(type)];
  const given = plain as Record<string, unknown>;
  const closed = Object.fromEntries(
    each.map((field) => [field, Array.isArray(given[field]) ? new Array(given[field].length).fill(null) : given[field]]),
  );
  const value = plainToInstance(type, { ...plain, ...closed });
  for (const error of validateSync(value, { whitelist: true, forbidNonWhitelisted: true, forbidUnknownValues: true }))
    gather(error, at, errors);
  if (!errors.none) return { ok: false, errors: errors.all() };
  for (const field of each) (value as Record<string, unknown>)[field] = given[field];
  return { ok: true, value };
}

function gather(error: ValidationError, at: string, errors: FieldErrors): void {
  const field = /^\d+$/.test(error.property) ? `${at}[${error.property}]` : at ? `${at}.${error.property}` : error.property;
  const own = Object.entries(error.constraints ?? {}).map(([rule, message]) =>
    rule === 'whitelistValidation' ? 'no such field is known here' : message,
  );
  if (own.length > 0) errors.add(field, error.value, [...new Set(own)].join('; '));
  for (const child of error.children ?? []) gather(child, field, errors);
}
