import 'reflect-metadata';
import { getMetadataStorage } from 'class-validator';
import { DERIVE_LIMITS, DeriveRequest, DeriveTree } from './derive';
import { DeriveResponse } from './derive-answer';
import { type ContractClass, conditionOf, type FieldNotes, notesOf } from './describe';
import { SentRecord } from './envelope';
import { EXAMPLES } from './examples';
import { ExpandRequest } from './expand';
import { ExpandResponse, ResultsResponse } from './expand-answer';
import { EXPAND_EXAMPLES } from './expand-examples';
import { EXPAND_LIMITS } from './expand-limits';
import { OUTLINE_SCHEMA } from './geometry';
import { KIND_NAMES } from './kinds/index';
import { OWN_VALUES_SCHEMA } from './own-values';
import { Problem } from './problem';
import { ID, SCOPE } from './records/fields';
import { BODIES } from './records/index';
import { DerivingAnswer, ERRORS } from './results';
import { CURSOR, PLACE, PullResponse, PushRequest, PushResponse, SurveysResponse, SYNC_LIMIT } from './sync';

type Schema = Record<string, unknown>;

/** JSON Schema of the contract's classes, read from the very checks the server runs. */
class Schemas {
  readonly components: Record<string, Schema> = {};

  private readonly made = new Map<string, ContractClass>();

  ref(type: ContractClass): Schema {
    const before = this.made.get(type.name);
    // a schema is found by its name: two of one name would be one of them, without a word
    if (before && before !== type) throw new Error(`Two classes of the contract are named ${type.name}.`);
    if (!before) {
      this.made.set(type.name, type);
      this.components[type.name] = {};
      this.components[type.name] = this.object(type);
    }
    return { $ref: `#/components/schemas/${type.name}` };
  }

  private object(type: ContractClass): Schema {
    const rules = getMetadataStorage().getTargetValidationMetadatas(type, '', false, false);
    const notes = notesOf(type);
    const properties: Record<string, Schema> = {};
    const required: string[] = [];
    for (const field of new Set([...rules.map((r) => r.propertyName), ...notes.keys()])) {
      const own = rules.filter((r) => r.propertyName === field);
      const optional = own.some((r) => r.name === 'isOptional') || own.length === 0;
      // a ValidateIf in this contract lets null through, and nothing else
      const nullable = own.some((r) => r.type === 'conditionalValidation');
      properties[field] = this.field(own, notes.get(field) ?? {}, optional || nullable);
      if (!optional) required.push(field);
    }
    return { type: 'object', properties, ...(required.length ? { required } : {}), additionalProperties: false, ...conditionOf(type) };
  }

  private field(
    rules: readonly { name?: string; type: string; constraints?: unknown[]; each?: boolean }[],
    note: FieldNotes,
    optional: boolean,
  ): Schema {
    let schema: Schema = {};
    const items: Schema = {};
    for (const rule of rules) Object.assign(rule.each ? items : schema, RULES[rule.name ?? rule.type]?.(rule.constraints ?? []) ?? {});
    if (Object.keys(items).length > 0) schema.items = items;
    if (note.nested) {
      const target = note.nested();
      const ref = this.ref(target as ContractClass);
      schema = note.list ? { ...schema, type: 'array', items: ref } : ref;
    } else if (note.choice) {
      const { by, of } = note.choice;
      const choice = this.choice(by, of);
      schema = note.list ? { ...schema, type: 'array', items: choice } : choice;
    }
    if (optional && Object.keys(schema).length > 0)
      schema =
        typeof schema.type === 'string' && !schema.enum
          ? { ...schema, type: [schema.type, 'null'] }
          : { anyOf: [schema, { type: 'null' }] };
    if (note.text) schema = { ...schema, description: note.text };
    return note.example === undefined ? schema : { ...schema, examples: [note.example] };
  }

  /** A union told by one field; several values of it may share a class. */
  private choice(by: string, of: Readonly<Record<string, () => ContractClass>>): Schema {
    const classes = new Map<ContractClass, string[]>();
    for (const [name, type] of Object.entries(of)) classes.set(type(), [...(classes.get(type()) ?? []), name]);
    for (const [type, names] of classes) {
      this.ref(type);
      const { properties } = this.components[type.name] as { properties: Record<string, Schema> };
      properties[by] = { ...properties[by], enum: names };
    }
    return { oneOf: [...classes.keys()].map((t) => this.ref(t)), discriminator: { propertyName: by } };
  }
}

const RULES: Record<string, (constraints: unknown[]) => Schema> = {
  isNumber: () => ({ type: 'number' }),
  isInt: () => ({ type: 'integer' }),
  min: ([n]) => ({ minimum: n }),
  max: ([n]) => ({ maximum: n }),
  isAbove: ([n]) => ({ exclusiveMinimum: n }),
  halves: () => ({ multipleOf: 0.5 }),
  isString: () => ({ type: 'string' }),
  isLength: ([min, max]) => ({ minLength: min, maxLength: max }),
  isIn: ([list]) => ({ enum: list }),
  isCalendar: ([format]) => ({ type: 'string', format }),
  isOutline: () => OUTLINE_SCHEMA,
  isOwnValues: () => OWN_VALUES_SCHEMA,
  isBoolean: () => ({ type: 'boolean' }),
  isObject: () => ({ type: 'object' }),
  isArray: () => ({ type: 'array' }),
  arrayMinSize: ([n]) => ({ minItems: n }),
  arrayMaxSize: ([n]) => ({ maxItems: n }),
  matches: ([pattern]) => ({ type: 'string', pattern: (pattern as RegExp).source }),
};

const body = (schema: Schema, examples?: Record<string, unknown>) => ({
  required: true,
  content: {
    'application/json': {
      schema,
      ...(examples ? { examples: Object.fromEntries(Object.entries(examples).map(([k, value]) => [k, { value }])) } : {}),
    },
  },
});
const answers = (description: string, schema: Schema, problem: Schema) => ({
  '200': { description, content: { 'application/json': { schema } } },
  default: {
    description: 'What is wrong, field by field; nothing was changed.',
    content: { 'application/problem+json': { schema: problem } },
  },
});

/** The OpenAPI 3.1 description of /api/v1, made from the contract's classes. */
export function openApi(): Schema {
  const s = new Schemas();
  const problem = s.ref(Problem);
  const request = s.ref(DeriveRequest);
  const requestSchema = s.components.DeriveRequest as { properties: Record<string, Schema> };
  requestSchema.properties.trees = { ...requestSchema.properties.trees, items: s.ref(DeriveTree) };
  const push = s.ref(PushRequest);
  const pushSchema = s.components.PushRequest as { properties: Record<string, Schema> };
  pushSchema.properties.records = { ...pushSchema.properties.records, items: s.ref(SentRecord) };
  for (const kind of KIND_NAMES) s.ref(BODIES[kind] as ContractClass);
  return {
    openapi: '3.1.0',
    info: {
      title: 'Arbolito',
      version: '1',
      description:
        'Readings of standing trees in, heights, volumes and their errors out. Lengths in metres, volumes in cubic metres, angles up positive, unless a field names another unit.',
    },
    paths: {
      '/api/v1/derive': {
        post: {
          summary: 'Computes trees from their readings and stores nothing.',
          description: `At most ${DERIVE_LIMITS.trees} trees, ${DERIVE_LIMITS.readingsPerTree} readings a tree, ${DERIVE_LIMITS.readings} readings and ${DERIVE_LIMITS.trunks} trunks together, and ${DERIVE_LIMITS.bytes} bytes. Of each tree at most 20 errors are listed, of all of them 1,000 and one for each further tree. A tree that can't be computed is answered with its errors; the others are computed all the same.`,
          requestBody: body(request, EXAMPLES),
          responses: answers('One answer a tree, in the order asked.', s.ref(DeriveResponse), problem),
        },
      },
      '/api/v1/expand': {
        post: {
          summary: 'Computes a survey’s figures and stores nothing.',
          description: `From plots, points, strips or a list of trees to figures per hectare or acre and in total, each with its interval; or from plain values of plots. At most ${EXPAND_LIMITS.plots} plots, ${EXPAND_LIMITS.trees} trees, ${EXPAND_LIMITS.readings} readings, ${EXPAND_LIMITS.values} values and ${EXPAND_LIMITS.bytes} bytes. What can't be is refused as a whole, each error with its field: a sum that lacked a tree would be a wrong number. Beside the schema: names of plots, of strata, and of trees on a plot are there once each; a plot of a divided survey names its stratum, and no other does; strips have a length, and nothing else has; rectangles have an axis where trees have distances, which come with azimuths; only points are counted; a distance goes with a design that says how far it reaches; an area goes with a survey that is not divided, and is at least what its plots cover; strips lie within the area told of them; a tract goes with a centre of every plot that was reached and with a design that says how far it reaches, an edge and a centre with a tract; a species is told once; a height lies above breast height; readings go with a preset or protocol, in whose units the request is; several groups of plain values each have an area; plots are needed for at least one sampling error.`,
          requestBody: body(s.ref(ExpandRequest), EXPAND_EXAMPLES),
          responses: answers('What was asked for.', s.ref(ExpandResponse), problem),
        },
      },
      '/api/v1/sync': {
        post: {
          summary: 'Stores records; sending twice or in any order gives the same book.',
          description: `At most ${SYNC_LIMIT} records. A record's body follows the schema of its kind: ${KIND_NAMES.map((k) => `${k} → ${BODIES[k].name}`).join(', ')}.`,
          parameters: [
            {
              name: 'X-Arbolito',
              in: 'header',
              required: false,
              schema: { type: 'string', minLength: 1 },
              description: 'Any text, from a program: whatever writes sends this, or an Origin that is this server itself.',
            },
          ],
          requestBody: body(push),
          responses: answers('One answer a record, in the order sent.', s.ref(PushResponse), problem),
        },
        get: {
          summary: 'The records of a scope in the order in which the server stored them.',
          description:
            'Take in “shared” first, then the surveys that are wanted: each names only what it holds itself and what is shared. 404: no such survey. 409: the book is another one or was restored, so that another record stands at the cursor or at the acknowledged place. Then begin again without a cursor, and send every record that was not among those pulled.',
          parameters: [
            {
              name: 'scope',
              in: 'query',
              required: true,
              schema: { type: 'string', pattern: SCOPE.source },
              description: '“shared”, or the id of a survey.',
            },
            {
              name: 'after',
              in: 'query',
              required: false,
              schema: { type: 'string', pattern: CURSOR.source },
              description: 'The next of the page before: book, place and record; left out at the beginning.',
            },
            {
              name: 'acknowledged',
              in: 'query',
              required: false,
              schema: { type: 'string', pattern: PLACE.source },
              description: 'Place and id of the last record of the scope that the server said it has.',
            },
            { name: 'limit', in: 'query', required: false, schema: { type: 'integer', minimum: 1, maximum: SYNC_LIMIT, default: 500 } },
          ],
          responses: answers('A page of records.', s.ref(PullResponse), problem),
        },
      },
      '/api/v1/surveys': {
        get: {
          summary: 'The surveys of the book, apart from their records.',
          parameters: [
            {
              name: 'holding',
              in: 'query',
              required: false,
              schema: { type: 'string', pattern: ID.source },
              description: 'The id of a record: only the survey that holds it.',
            },
            {
              name: 'after',
              in: 'query',
              required: false,
              schema: { type: 'string', pattern: ID.source },
              description: 'The next of the page before; left out at the beginning.',
            },
            { name: 'limit', in: 'query', required: false, schema: { type: 'integer', minimum: 1, maximum: SYNC_LIMIT, default: 500 } },
          ],
          responses: answers('A page of surveys, by id.', s.ref(SurveysResponse), problem),
        },
      },
      '/api/v1/surveys/{id}/results': {
        get: {
          summary: 'The figures of a stored survey: per hectare or acre and in total, by species, class, stratum.',
          description:
            'Figures follow from the trees’ last visits, as expand would give them. 202: they are being worked out, and the answer says how far that is; ask again after Retry-After seconds. 404: no such survey, or half of it has not arrived.',
          parameters: [
            { name: 'id', in: 'path', required: true, schema: { type: 'string', pattern: ID.source } },
            {
              name: 'confidence',
              in: 'query',
              required: false,
              schema: { type: 'number', minimum: 50, maximum: 99.99, default: 95 },
              description: 'per cent',
            },
            {
              name: 'errors',
              in: 'query',
              required: false,
              schema: { type: 'string', pattern: ERRORS.source },
              description: 'Sampling errors wanted, per cent, commas between.',
            },
            {
              name: 'units',
              in: 'query',
              required: false,
              schema: { enum: ['metric', 'us'] },
              description: 'The survey’s own when left out.',
            },
            {
              name: 'intervals',
              in: 'query',
              required: false,
              schema: { enum: ['sampling', 'all'], default: 'sampling' },
              description: 'What intervals of volume hold.',
            },
          ],
          responses: {
            ...answers('The figures.', s.ref(ResultsResponse), problem),
            '202': { description: 'How far they are.', content: { 'application/json': { schema: s.ref(DerivingAnswer) } } },
          },
        },
      },
      '/api/v1/openapi.json': { get: { summary: 'This description.', responses: { '200': { description: 'OpenAPI 3.1.' } } } },
    },
    components: { schemas: s.components },
  };
}
