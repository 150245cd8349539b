/** One thing wrong with what was sent: which field, what stood there, what is allowed. */
export interface FieldError {
  readonly field: string;
  readonly value: unknown;
  readonly allowed: string;
}

/** At most so many errors are listed of one thing: an answer is never much larger than what was asked. */
export const MOST_ERRORS = 20;
const LONGEST_NAME = 200;

/** What is wrong with one thing, counted in full and listed up to a limit. */
export class FieldErrors {
  private readonly list: FieldError[] = [];

  get none(): boolean {
    return this.list.length === 0;
  }
  /** Nothing more is listed: what looks for errors may stop. */
  get full(): boolean {
    return this.list.length > MOST_ERRORS;
  }

  add(field: string, value: unknown, allowed: string): void {
    if (!this.full) this.list.push({ field: field.slice(0, LONGEST_NAME) || '(body)', value: shown(value), allowed });
  }

  /** The list; where it was cut its last entry says so. */
  all(): readonly FieldError[] {
    if (!this.full) return this.list;
    const where = this.list[0]?.field.replace(/[.[].*$/, '') || '(body)';
    const more = { field: where, value: null, allowed: `${MOST_ERRORS} errors are listed and there are more: put these right first` };
    return [...this.list.slice(0, MOST_ERRORS), more];
  }
}

/** A value as an error repeats it: long or deep ones not whole. */
export function shown(value: unknown): unknown {
  if (typeof value === 'string') return value.length > 80 ? `${value.slice(0, 80).toWellFormed()}…` : value.toWellFormed();
  if (typeof value === 'number') return Number.isFinite(value) ? value : String(value);
  if (typeof value === 'boolean' || value === null || value === undefined) return value ?? null;
  return Array.isArray(value) ? `a list of ${value.length}` : 'an object';
}
