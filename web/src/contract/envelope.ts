import 'reflect-metadata';
import { ArrayMaxSize, ArrayMinSize, ArrayUnique, IsArray, IsIn, IsInt, IsObject, IsOptional, Matches, Max, Min } from 'class-validator';
import { Says } from './describe';
import { type KindFacts, upgraded } from './kinds/define';
import { KIND_NAMES, KINDS, type Kind } from './kinds/index';
import { ID, Id, MaybeId, Moment, SCOPE, Text } from './records/fields';
import { BODIES, type BodyOf } from './records/index';
import { type Checked, validate } from './validate';

const ALSO = { message: 'a list of 1 to 100 ids, each once' };
const SCHEMA = { message: 'a schema version this server knows' };

/** What every record carries around its body. */
export class RecordEnvelope {
  @Id() @Says('This version’s own id, made by the device.') id!: string;
  @Id() @Says('Id of the first version; the same as id for a first one.') entity!: string;
  @MaybeId() @Says('The version this one replaces.') supersedes!: string | null;
  @IsOptional()
  @IsArray(ALSO)
  @ArrayMinSize(1, ALSO)
  @ArrayMaxSize(100, ALSO)
  @ArrayUnique(ALSO)
  @Matches(ID, { each: true, message: 'ids of records' })
  @Says('Further versions that it replaces, where several were in force.')
  alsoSupersedes?: string[] | null;
  @IsIn(KIND_NAMES, { message: `one of ${KIND_NAMES.join(', ')}` }) kind!: Kind;
  @IsInt(SCHEMA) @Min(1, SCHEMA) @Max(1000, SCHEMA) @Says('Version of the body’s schema.', 1) schema!: number;
  @Text(1, 80) @Says('The device it was made on.') device!: string;
  @MaybeId() @Says('Who made it; null when nobody said.') person!: string | null;
  @Moment()
  @Says('When it was made.')
  at!: string;
  @IsObject({ message: 'an object' }) @Says('What the kind says; see the kinds’ own schemas.') body!: object;
}

/** A record as it is sent: as it was made, or as it was pulled. */
export class SentRecord extends RecordEnvelope {
  @IsOptional()
  @IsInt({ message: 'a whole number from 1' })
  @Min(1, { message: 'a whole number from 1' })
  @Says('Its place in the server’s order, in what was pulled; says nothing when it is sent back.')
  seq?: number;

  @IsOptional()
  @Matches(SCOPE, { message: '“shared”, or the id of a survey' })
  @Says('The scope it belongs to: shared, or its survey’s id. It follows from the body; where it is said it must be that one.')
  scope?: string;
}

export type { BodyOf };
/** A record of one kind as everybody handles it. */
export interface RecordOf<K extends Kind> extends Omit<RecordEnvelope, 'kind' | 'body'> {
  kind: K;
  body: BodyOf<K>;
}
export type AnyRecord = { [K in Kind]: RecordOf<K> }[Kind];

/** Checks one record from outside, upgrading an older body first. */
export function validateRecord(plain: unknown, at = ''): Checked<AnyRecord> {
  const envelope = validate(SentRecord, plain, at);
  if (!envelope.ok) return envelope;
  const record = envelope.value;
  const field = (name: string) => (at ? `${at}.${name}` : name);
  const facts = KINDS[record.kind];
  if (record.schema > facts.schema) {
    return {
      ok: false,
      errors: [
        {
          field: field('schema'),
          value: record.schema,
          allowed: `at most ${facts.schema}: this server is older than the device, update it`,
        },
      ],
    };
  }
  if (record.supersedes ? record.entity === record.id : record.entity !== record.id) {
    return {
      ok: false,
      errors: [
        {
          field: field('entity'),
          value: record.entity,
          allowed: 'the id of the first version: its own id exactly when it supersedes nothing',
        },
      ],
    };
  }
  const also = record.alsoSupersedes ?? [];
  if (also.length > 0 && (!record.supersedes || also.includes(record.supersedes) || also.includes(record.id))) {
    return {
      ok: false,
      errors: [
        {
          field: field('alsoSupersedes'),
          value: also,
          allowed: 'further versions beside the one in supersedes; left out where it replaces one',
        },
      ],
    };
  }
  const plainBody = upgraded(facts, record.schema, (plain as { body: Record<string, unknown> }).body);
  const body = validate(BODIES[record.kind] as new () => object, plainBody, field('body'));
  if (!body.ok) return body;
  const { seq: _, scope: __, alsoSupersedes: ___, ...own } = record;
  return {
    ok: true,
    value: {
      ...own,
      supersedes: record.supersedes ?? null,
      ...(also.length > 0 ? { alsoSupersedes: also } : {}),
      person: record.person ?? null,
      schema: facts.schema,
      body: plainBody,
    } as unknown as AnyRecord,
  };
}

/** What must have arrived before a record can be stored. */
export interface Parent {
  readonly field: string;
  readonly id: string;
  /** `*` for any. */
  readonly kind: string;
  /** Whether one exact version is named, and not the thing that has versions. */
  readonly version: boolean;
}

export function parentsOf(record: AnyRecord): readonly Parent[] {
  const body = record.body as unknown as Record<string, unknown>;
  const { partOf, names, namesVersion } = KINDS[record.kind] as KindFacts;
  const of = (fields: Readonly<Record<string, string>>, version: boolean): readonly Parent[] =>
    Object.entries(fields).flatMap(([field, kind]) => {
      const id = body[field];
      return typeof id === 'string' ? [{ field: `body.${field}`, id, kind, version }] : [];
    });
  const named = [...of(partOf, false), ...of(names, false), ...of(namesVersion, true)];
  if (record.supersedes) named.push({ field: 'supersedes', id: record.supersedes, kind: record.kind, version: true });
  for (const [i, id] of (record.alsoSupersedes ?? []).entries())
    named.push({ field: `alsoSupersedes[${i}]`, id, kind: record.kind, version: true });
  if (record.person) named.push({ field: 'person', id: record.person, kind: 'person', version: false });
  return named;
}
