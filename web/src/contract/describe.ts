import 'reflect-metadata';
import { LEAST_LENGTH } from '@arbolito/core';
import { Type } from 'class-transformer';
import { IsArray, IsNumber, IsObject, IsOptional, Max, Min, ValidateBy, ValidateNested, type ValidationOptions } from 'class-validator';

// biome-ignore lint/suspicious/noExplicitAny: a class of the contract takes no arguments and may have any fields
export type ContractClass<T extends object = any> = new () => T;

/** What the OpenAPI document says of a field beside its checks. */
export interface FieldNotes {
  readonly text?: string;
  readonly example?: unknown;
  readonly nested?: () => ContractClass | readonly ContractClass[];
  readonly list?: boolean;
  readonly choice?: {
    readonly by: string;
    readonly of: Readonly<Record<string, () => ContractClass>>;
    /** Stands for what names no class, and refuses it. */
    readonly fallback: () => ContractClass;
  };
  /** A list whose things are judged and answered each for itself. */
  readonly each?: boolean;
}

const notes = new Map<object, Map<string, FieldNotes>>();

export function notesOf(target: ContractClass): ReadonlyMap<string, FieldNotes> {
  const all = new Map<string, FieldNotes>();
  for (
    let proto = target.prototype as object | null;
    proto && proto !== Object.prototype;
    proto = Object.getPrototypeOf(proto) as object | null
  ) {
    for (const [field, note] of notes.get(proto) ?? []) if (!all.has(field)) all.set(field, note);
  }
  return all;
}

const conditions = new Map<ContractClass, Readonly<Record<string, unknown>>>();

/** A condition between fields, as JSON Schema says it; the class's own checks enforce the same. */
export function Together(schema: Readonly<Record<string, unknown>>) {
  return (type: ContractClass): void => void conditions.set(type, schema);
}
export const conditionOf = (type: ContractClass) => conditions.get(type) ?? {};

function note(target: object, field: string, more: FieldNotes): void {
  const fields = notes.get(target) ?? new Map<string, FieldNotes>();
  notes.set(target, fields);
  fields.set(field, { ...fields.get(field), ...more });
}

/** Says what a field means, with its unit, for the API description. */
export function Says(text: string, example?: unknown): PropertyDecorator {
  return (target, field) => note(target, String(field), example === undefined ? { text } : { text, example });
}

export { LEAST_LENGTH };
/** The smallest standard error of any reading, in metres, radians or as a share: no tool is better, and weights are one over its square. */
export const LEAST_ERROR = 1e-6;
/** The smallest diameter, metres. */
export const LEAST_DIAMETER = 0.001;

/** A finite number in a closed or half-open range; the message says what is allowed and in which unit. */
export function InRange(from: number, to: number, unit: string, options: { readonly above?: boolean } = {}): PropertyDecorator {
  const words = `${options.above ? `above ${from}` : `from ${from}`} to ${to} ${unit}`.trim();
  return (target, field) => {
    IsNumber({ allowNaN: false, allowInfinity: false }, { message: `a number ${words}` })(target, String(field));
    RangeCheck(from, to, options.above ?? false, `a number ${words}`)(target, String(field));
    note(target, String(field), { text: `${notes.get(target)?.get(String(field))?.text ?? ''} ${unit}`.trim() });
  };
}

/** Whether the text begins with a day that the calendar has; its form is for a pattern to say. */
export function IsCalendar(format: 'date' | 'date-time', message: string): PropertyDecorator {
  return (target, field) =>
    ValidateBy({
      name: 'isCalendar',
      constraints: [format],
      validator: { validate: (v) => typeof v === 'string' && isDay(v.slice(0, 10)), defaultMessage: () => message },
    })(target, String(field));
}
/** A day that does not exist comes back as another one. */
function isDay(day: string): boolean {
  const at = new Date(`${day}T00:00:00Z`);
  return !Number.isNaN(at.getTime()) && at.toISOString().startsWith(day);
}

/** Above a bound, or each of a list. */
export function IsAbove(from: number, options: ValidationOptions & { readonly message: string }): PropertyDecorator {
  const { message } = options;
  return (target, field) =>
    ValidateBy(
      {
        name: 'isAbove',
        constraints: [from],
        validator: { validate: (v: unknown) => typeof v === 'number' && v > from, defaultMessage: () => message },
      },
      options,
    )(target, String(field));
}

function RangeCheck(from: number, to: number, above: boolean, message: string) {
  return (target: object, field: string) => {
    Max(to, { message })(target, field);
    if (above) IsAbove(from, { message })(target, field);
    else Min(from, { message })(target, field);
  };
}

/** A required object of another contract class. */
export function One(type: () => ContractClass): PropertyDecorator {
  return (target, field) => {
    const f = String(field);
    // a list would pass as nested objects of its own
    IsObject({ message: 'an object' })(target, f);
    ValidateNested({ message: 'an object' })(target, f);
    Type(type)(target, f);
    note(target, f, { nested: type });
  };
}

/** An object of another contract class, or left out. */
export function MaybeOne(type: () => ContractClass): PropertyDecorator {
  return (target, field) => {
    const f = String(field);
    IsOptional()(target, f);
    IsObject({ message: 'an object' })(target, f);
    ValidateNested({ message: 'an object' })(target, f);
    Type(type)(target, f);
    note(target, f, { nested: type });
  };
}

/** A list of objects of another contract class. */
export function Many(type: () => ContractClass): PropertyDecorator {
  return (target, field) => {
    const f = String(field);
    IsArray({ message: 'a list' })(target, f);
    IsObject({ each: true, message: 'a list of objects' })(target, f);
    ValidateNested({ each: true, message: 'a list of objects' })(target, f);
    Type(type)(target, f);
    note(target, f, { nested: type, list: true });
  };
}

/** One or a list of objects whose class is told by one of their fields. `fallback` refuses what names no class. */
export function OneOf(
  by: string,
  of: Readonly<Record<string, () => ContractClass>>,
  fallback: () => ContractClass,
  list = false,
): PropertyDecorator {
  return (target, field) => {
    const f = String(field);
    if (list) IsArray({ message: 'a list' })(target, f);
    IsObject({ each: list, message: list ? 'a list of objects' : 'an object' })(target, f);
    ValidateNested({ each: list, message: list ? 'a list of objects' : 'an object' })(target, f);
    Type(fallback, {
      keepDiscriminatorProperty: true,
      discriminator: { property: by, subTypes: Object.entries(of).map(([name, value]) => ({ name, value: value() })) },
    })(target, f);
    note(target, f, { choice: { by, of, fallback }, list });
  };
}

/** A list whose things are judged and answered each for itself, not with the whole. */
export const Each = (): PropertyDecorator => (target, field) => note(target, String(field), { each: true });

type Table = Readonly<Record<string, readonly string[]>>;

/**
 * Fields that go with a value of another one, and with it alone. Put `check` on the deciding field, which is always there
 * (a missing optional field is never looked at), and `schema` among the class's conditions.
 * @param by the deciding field
 * @param table for each of its values the fields it needs
 */
export function brings(by: string, table: Table): { readonly check: PropertyDecorator; readonly schema: readonly object[] } {
  const fields = [...new Set(Object.values(table).flat())];
  const wrong = (o: Record<string, unknown>) => {
    const told = o[by];
    const needed = typeof told === 'string' && Object.hasOwn(table, told) ? (table[told] ?? []) : [];
    return fields.find((f) => (o[f] != null) !== needed.includes(f));
  };
  const words = Object.entries(table).map(([value, needs]) => `${needs.join(' and ')} with ${by} ${value}`);
  return {
    check: (target, field) =>
      ValidateBy({
        name: `${by}Brings`,
        validator: {
          validate: (_, args) => wrong(args?.object as Record<string, unknown>) === undefined,
          defaultMessage: () => `${words.join(', ')}, and not otherwise`,
        },
      })(target, String(field)),
    schema: fields.map((f) => ({
      if: { required: [by], properties: { [by]: { enum: Object.keys(table).filter((v) => table[v]?.includes(f)) } } },
      // biome-ignore lint/suspicious/noThenProperty: JSON Schema's own word
      then: { required: [f], properties: { [f]: { not: { type: 'null' } } } },
      else: { properties: { [f]: { type: 'null' } } },
    })),
  };
}

/** That a field is there and not null, as JSON Schema says it. */
export const isTold = (field: string) => ({ required: [field], properties: { [field]: { not: { type: 'null' } } } });

/**
 * A field that says nothing without another. Put `check` on a field that is always there, and `schema` among the class's
 * conditions.
 * @param field what is there only
 * @param other with this
 */
export function needs(field: string, other: string): { readonly check: PropertyDecorator; readonly schema: readonly object[] } {
  return {
    check: (target, at) =>
      ValidateBy({
        name: `${field}Needs`,
        validator: {
          validate: (_, args) => {
            const o = args?.object as Record<string, unknown>;
            return o[field] == null || o[other] != null;
          },
          defaultMessage: () => `with ${field} only where ${other} is said`,
        },
      })(target, String(at)),
    schema: [{ anyOf: [{ not: isTold(field) }, isTold(other)] }],
  };
}

/** Several conditions between fields, all of which hold. */
export const allOf = (...conditions: readonly (readonly object[])[]) => Together({ allOf: conditions.flat() });
