import 'reflect-metadata';
import { IsIn, IsInt, IsObject, IsOptional, Max, Min } from 'class-validator';
import { Says } from './describe';
import { Id, MaybeId, Moment, Text } from './records/fields';
import { KINDS, type Kind, RECORDS } from './records/index';
import { type Checked, validate } from './validate';

const SCHEMA = { message: 'a schema version this server knows' };

/** What every record carries around its body. */
export class RecordEnvelope {
  @Id() @Says('This version’s own id, made by the device.') id!: string;
  @Id() @Says('Id of the first version; the same as id for a first one.') entity!: string;
  @MaybeId() @Says('The version this one replaces.') supersedes!: string | null;
  @IsIn(KINDS, { message: `one of ${KINDS.join(', ')}` }) kind!: Kind;
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
}

export type BodyOf<K extends Kind> = InstanceType<(typeof RECORDS)[K]['body']>;
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
  const kind = RECORDS[record.kind];
  if (record.schema > kind.schema) {
    return {
      ok: false,
      errors: [
        {
          field: field('schema'),
          value: record.schema,
          allowed: `at most ${kind.schema}: this server is older than the device, update it`,
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
  let plainBody = (plain as { body: Record<string, unknown> }).body;
  for (const upgrade of kind.upgrades.slice(record.schema - 1)) plainBody = upgrade(plainBody);
  const body = validate(kind.body as new () => object, plainBody, field('body'));
  if (!body.ok) return body;
  const { seq: _, ...own } = record;
  return {
    ok: true,
    value: {
      ...own,
      supersedes: record.supersedes ?? null,
      person: record.person ?? null,
      schema: kind.schema,
      body: plainBody,
    } as unknown as AnyRecord,
  };
}

/** The ids that must have arrived before a record can be stored. */
export function parentsOf(record: AnyRecord): readonly { readonly field: string; readonly id: string; readonly kind: string }[] {
  const body = record.body as unknown as Record<string, unknown>;
  const named = Object.entries(RECORDS[record.kind].parents as Record<string, string>).flatMap(([field, kind]) => {
    const id = body[field];
    return typeof id === 'string' ? [{ field: `body.${field}`, id, kind }] : [];
  });
  if (record.supersedes) named.push({ field: 'supersedes', id: record.supersedes, kind: record.kind });
  if (record.person) named.push({ field: 'person', id: record.person, kind: 'person' });
  return named;
}
