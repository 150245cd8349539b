import { getMetadataStorage } from 'class-validator';
import { type ContractClass, type FieldNotes, notesOf } from './describe';
import { FieldErrors, shown } from './field-errors';

/** No object of ours is deeper; a GeoJSON outline in a record is the deepest. */
const MOST_NESTED = 12;
/** Names JavaScript gives a meaning of its own: no field of ours has them. */
const NOT_FIELDS: ReadonlySet<string> = new Set(['__proto__', 'constructor', 'prototype']);

interface Known {
  readonly fields: ReadonlySet<string>;
  /** Fields that hold objects of other classes, or things that are judged each for itself. */
  readonly inner: readonly (readonly [field: string, note: FieldNotes])[];
  /** Those of them that are judged each for itself. */
  readonly each: ReadonlySet<string>;
  readonly longest: ReadonlyMap<string, { readonly most: number; readonly words: string }>;
}
const known = new Map<ContractClass, Known>();

/** What a class says of the shape of its objects, read once. */
function knownOf(type: ContractClass): Known {
  const before = known.get(type);
  if (before) return before;
  const rules = getMetadataStorage().getTargetValidationMetadatas(type, '', false, false);
  const notes = notesOf(type);
  const longest = rules.filter((r) => r.name === 'arrayMaxSize').map((r) => [r.propertyName, sizeOf(r)] as const);
  const found: Known = {
    fields: new Set([...rules.map((r) => r.propertyName), ...notes.keys()]),
    inner: [...notes].filter(([, n]) => n.nested || n.choice || n.each),
    each: new Set([...notes].flatMap(([field, n]) => (n.each ? [field] : []))),
    longest: new Map(longest),
  };
  known.set(type, found);
  return found;
}
const sizeOf = ({ constraints, message }: { constraints: unknown[]; message: unknown }) => {
  const most = Number(constraints[0]);
  return { most, words: typeof message === 'string' ? message : `a list of at most ${most}` };
};

/** The fields of a class that hold things judged each for itself. */
export const eachOf = (type: ContractClass): ReadonlySet<string> => knownOf(type).each;

/**
 * Looks at what came in before any class is made of it: text that can be kept, no more depth, length or fields than are
 * known, objects where objects are due. What passes costs no more than its class has fields.
 */
export function checkShape(type: ContractClass, plain: object, at: string, errors: FieldErrors): void {
  checkPlain(plain, at, 0, errors, eachOf(type));
  if (errors.none) checkClass(type, plain as Record<string, unknown>, at, errors);
}

/** Whether any JSON holds only text, keys and depth that can be kept. */
export function canBeKept(value: unknown): boolean {
  const errors = new FieldErrors();
  checkPlain(value, '', 0, errors);
  return errors.none;
}

/** Text, keys and depth of any JSON; `unopened` fields of the outermost object are judged elsewhere, each for itself. */
function checkPlain(value: unknown, at: string, depth: number, errors: FieldErrors, unopened?: ReadonlySet<string>): void {
  if (errors.full) return;
  if (typeof value === 'string') {
    if (value.includes('\0') || !value.isWellFormed()) errors.add(at, value, 'text of whole characters, without NUL');
    return;
  }
  if (typeof value !== 'object' || value === null) return;
  if (depth > MOST_NESTED) {
    errors.add(at, value, `nothing nested deeper than ${MOST_NESTED}`);
    return;
  }
  if (Array.isArray(value)) {
    for (const [i, item] of value.entries()) checkPlain(item, `${at}[${i}]`, depth + 1, errors);
    return;
  }
  for (const key of Object.keys(value)) {
    if (errors.full) return;
    const field = at ? `${at}.${shown(key)}` : String(shown(key));
    if (NOT_FIELDS.has(key) || key.includes('\0') || !key.isWellFormed())
      errors.add(field.toWellFormed(), null, 'no such field is known here');
    else if (!unopened?.has(key)) checkPlain((value as Record<string, unknown>)[key], field, depth + 1, errors);
  }
}

function checkClass(type: ContractClass, plain: Record<string, unknown>, at: string, errors: FieldErrors): void {
  const { fields, inner, longest } = knownOf(type);
  const name = (field: string) => (at ? `${at}.${field}` : field);
  for (const key of Object.keys(plain)) {
    if (errors.full) return;
    if (!fields.has(key)) errors.add(name(String(shown(key))), plain[key], 'no such field is known here');
  }
  for (const [field, { most, words }] of longest) {
    const list = plain[field];
    if (!Array.isArray(list) || list.length <= most) continue;
    errors.add(name(field), list, words);
    return;
  }
  for (const [field, note] of inner) {
    const value = plain[field];
    // a field left out, or null, is for the class to judge; but a union is told by a field that null does not have
    if (note.each) {
      if (value !== undefined && !Array.isArray(value)) errors.add(name(field), value, 'a list');
      continue;
    }
    if (value === undefined || (value === null && !note.choice)) continue;
    if (note.list) {
      if (!Array.isArray(value)) errors.add(name(field), value, 'a list');
      else for (const [i, item] of value.entries()) checkInner(note, item, `${name(field)}[${i}]`, errors);
    } else checkInner(note, value, name(field), errors);
  }
}

function checkInner({ nested, choice }: FieldNotes, value: unknown, at: string, errors: FieldErrors): void {
  if (errors.full) return;
  if (typeof value !== 'object' || value === null || Array.isArray(value)) {
    errors.add(at, value, 'an object');
    return;
  }
  const plain = value as Record<string, unknown>;
  const told = choice && plain[choice.by];
  const type = choice ? (typeof told === 'string' && Object.hasOwn(choice.of, told) ? choice.of[told] : choice.fallback) : nested;
  if (type) checkClass(type() as ContractClass, plain, at, errors);
}
