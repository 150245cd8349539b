import { PRESETS, type ProtocolOptions } from '@arbolito/core';
import { demoRecords } from '@arbolito/demo';
import { Ajv2020 } from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import fc from 'fast-check';
import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { notesOf } from './describe';
import { parentsOf, validateRecord } from './envelope';
import { KIND_NAMES, KINDS, type Kind } from './kinds/index';
import { openApi } from './openapi';
import { ProtocolOptionsInput } from './protocol-options';
import { BODIES } from './records/index';
import { validate } from './validate';

type Plain = Record<string, unknown>;
const { records } = demoRecords();
const { components } = openApi() as { components: { schemas: Record<string, Plain> } };
const ajv = addFormats.default(new Ajv2020({ strict: false }));
ajv.addSchema({ $id: 'api', components });
const fits = (name: string, value: unknown) =>
  (ajv.getSchema(`api#/components/schemas/${name}`) ?? ajv.compile({ $ref: `api#/components/schemas/${name}` }))(value) as boolean;

const linksOf = (kind: Kind) => ({ ...KINDS[kind].partOf, ...KINDS[kind].names, ...KINDS[kind].namesVersion });

describe('the contract', () => {
  it.each(Object.values(PRESETS))('takes the preset “$name” whole', ({ options }) => {
    expect(validate(ProtocolOptionsInput, JSON.parse(JSON.stringify(options)))).toMatchObject({ ok: true });
    expect(fits('ProtocolOptionsInput', JSON.parse(JSON.stringify(options)))).toBe(true);
  });

  it('refuses a protocol with any option missing or wrong, by its name', () => {
    const options = PRESETS['timber-us'].options;
    const ofLater = ['determinations', 'heightSample', 'products', 'formClass', 'taperPerLog', 'logRule'];
    const mayBeLeftOut = new Set(['classWidth', 'merchantable', ...ofLater]);
    for (const field of new Set([...Object.keys(options), ...ofLater]) as Set<keyof ProtocolOptions>) {
      const plain = JSON.parse(JSON.stringify(options)) as Plain;
      plain[field] = { nonsense: true };
      const wrong = validate(ProtocolOptionsInput, plain);
      expect(wrong.ok ? [] : wrong.errors.map((e) => e.field.split('.')[0])).toContain(field);
      delete plain[field];
      expect(validate(ProtocolOptionsInput, plain).ok, field).toBe(mayBeLeftOut.has(field));
    }
  });

  it('describes every record of the demo exactly as it checks it', () => {
    const seen = new Set<string>();
    for (const record of records) {
      seen.add(record.kind);
      expect(validateRecord(record).ok).toBe(true);
      expect(fits('SentRecord', record)).toBe(true);
      expect(fits(BODIES[record.kind as keyof typeof BODIES].name, record.body), JSON.stringify(record.body)).toBe(true);
    }
    expect([...seen].sort()).toEqual([
      'body-measure',
      'calibration',
      'determination',
      'instrument',
      'pace-calibration',
      'person',
      'plot',
      'protocol',
      'reading',
      'species',
      'station',
      'stem',
      'stratum',
      'survey',
      'tree',
      'visit',
    ]);
  });

  it('and refuses the same spoiled bodies as its description does', () => {
    const value = fc.constantFrom<unknown>(null, 0, -1, 1e9, 'x', '', [], {}, true, v7());
    fc.assert(
      fc.property(fc.nat(records.length - 1), fc.nat(9), value, (i, f, v) => {
        const record = structuredClone(records[i]) as unknown as { kind: keyof typeof BODIES; body: Plain };
        const fields = Object.keys(record.body);
        const field = fields[f % fields.length] as string;
        record.body[field] = v;
        expect({ kind: record.kind, field, v, ok: validateRecord(record).ok }).toEqual({
          kind: record.kind,
          field,
          v,
          ok: fits(BODIES[record.kind].name, record.body),
        });
      }),
      { numRuns: 500 },
    );
  });

  it('names the parents a record waits for', () => {
    const reading = records.find((r) => r.kind === 'reading');
    const named = parentsOf(reading as never).map((p) => p.field);
    expect(named).toEqual(expect.arrayContaining(['body.stem', 'body.visit', 'body.determination', 'person']));
    for (const kind of KIND_NAMES) {
      for (const parent of Object.values(linksOf(kind))) expect(parent === '*' || KIND_NAMES.includes(parent as never)).toBe(true);
      for (const field of Object.keys(linksOf(kind))) expect(fits(BODIES[kind].name, { [field]: 5 })).toBe(false);
    }
  });

  it('lists parents before children, so that a batch can be stored in order', () => {
    for (const [i, kind] of KIND_NAMES.entries()) {
      for (const parent of Object.values(linksOf(kind)))
        if (parent !== '*') expect(KIND_NAMES.indexOf(parent as never), `${parent} before ${kind}`).toBeLessThan(i);
    }
  });

  it('says in words what the numbers of the API mean', () => {
    const fields = ['DiameterReadingInput', 'DistanceReadingInput', 'AngleReadingInput', 'SpeciesFiguresInput', 'DeriveTree'];
    for (const name of fields) {
      for (const [field, schema] of Object.entries((components.schemas[name] as { properties: Record<string, Plain> }).properties)) {
        expect(schema.description ?? schema.$ref ?? schema.anyOf, `${name}.${field}`).toBeTruthy();
      }
    }
    expect(notesOf(ProtocolOptionsInput).get('breastHeight')?.text).toContain('m');
  });
});
