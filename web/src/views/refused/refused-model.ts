import type { Book } from '../../book/book';
import type { AnyRecord } from '../../contract/envelope';
import type { FieldError } from '../../contract/field-errors';
import { fieldAt, type Refused } from '../../field/refused';

/** What a person is asked of one field. */
export interface FieldLine {
  readonly path: string;
  /** The path in words: its last name, and what it is part of. */
  readonly name: string;
  /** What stands there now, as it can be typed again. */
  readonly text: string;
  readonly allowed: string;
  /** The field is not known: it can only be taken out. */
  readonly unknown: boolean;
}

const KINDS: Partial<Record<AnyRecord['kind'], string>> = {
  'body-measure': 'body mark',
  'pace-calibration': 'pace',
  calibration: 'instrument check',
};
export const sayKind = (record: AnyRecord) => KINDS[record.kind] ?? record.kind;

/** What a record is about, in the words it has itself; for a reading its tree too. */
export function sayRecord(record: AnyRecord, book: Book): string {
  const body = record.body as unknown as Record<string, unknown>;
  const own = [body.name, body.tag, body.typed, body.what, body.on].find((v) => typeof v === 'string' && v !== '');
  const stem = record.kind === 'reading' ? book.find('stem', record.body.stem) : null;
  const tree = stem ? book.find('tree', stem.body.tree)?.body.tag : null;
  return [own ? `“${own}”` : null, tree ? `of tree ${tree}` : null].filter(Boolean).join(' ') || 'without a name of its own';
}

/** `body.read.eyeHeight` as “read → eye height”. */
const inWords = (path: string) =>
  path
    .replace(/^body\./, '')
    .replaceAll('.', ' → ')
    .replace(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`);

export function fieldLines({ record, errors }: Refused): readonly FieldLine[] {
  return errors.map((e: FieldError) => {
    const value = fieldAt(record, e.field);
    return {
      path: e.field,
      name: inWords(e.field),
      text: typeof value === 'string' ? value : (value ?? null) === null ? '' : JSON.stringify(value),
      allowed: e.allowed,
      unknown: /no such field/.test(e.allowed),
    };
  });
}

/** Typed text as the value of a field: a number, true, false or null where it is one, and the field held no text; else text. */
export function typedValue(text: string, before: unknown): unknown {
  const typed = text.trim();
  if (typeof before !== 'string') {
    if (/^-?\d+([.,]\d+)?$/.test(typed)) return Number(typed.replace(',', '.'));
    if (typed === '' || typed === 'null') return null;
    if (typed === 'true' || typed === 'false') return typed === 'true';
    try {
      return JSON.parse(typed);
    } catch {}
  }
  return typed;
}
