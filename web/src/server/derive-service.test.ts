import { Ajv2020 } from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DERIVE_LIMITS, DeriveRequest } from '../contract/derive';
import { EXAMPLES } from '../contract/examples';
import { openApi } from '../contract/openapi';
import { validate } from '../contract/validate';
import { deriveAll } from './derive-service';

type Plain = Record<string, unknown>;
interface Request extends Plain {
  trees: (Plain & { readings: Plain[] })[];
}
const example = (name = 'feet, percent, logs') => structuredClone(EXAMPLES[name]) as Request;
const ask = (request: unknown) => {
  const checked = validate(DeriveRequest, request);
  return checked.ok ? deriveAll(checked.value) : checked;
};
const trees = (request: unknown) => {
  const answer = ask(request);
  if (!('trees' in answer)) throw new Error(JSON.stringify(answer));
  return answer.trees;
};

const document = openApi() as { components: { schemas: Record<string, Plain> } };
const ajv = addFormats.default(new Ajv2020({ strict: false, allErrors: true }));
ajv.addSchema({ $id: 'api', components: document.components });
const conforms = (name: string, value: unknown) => {
  const check = ajv.getSchema(`api#/components/schemas/${name}`) ?? ajv.compile({ $ref: `api#/components/schemas/${name}` });
  return { ok: check(value) as boolean, why: JSON.stringify(check.errors?.slice(0, 3)) };
};

describe('derive', () => {
  it('answers in SI, in the order asked', () => {
    const request = example();
    request.trees.push({ id: 'empty', readings: [] });
    const [tree, empty] = trees(request);
    expect(tree).toMatchObject({
      id: 'T 12',
      ok: true,
      result: {
        dbh: { value: expect.closeTo(0.4572, 9), unit: 'm' },
        height: { value: expect.closeTo(74.4 * 0.3048, 9) },
        boards: { boardFeet: { doyle: expect.closeTo(206.1, 1) } },
      },
    });
    expect(empty).toMatchObject({
      id: 'empty',
      ok: true,
      result: { missing: { dbh: { code: 'no-diameter' }, height: { code: 'no-distance' } } },
    });
  });

  it('answers a tree that can not be with its errors, and computes the others', () => {
    const request = example();
    const good = request.trees[0] as Request['trees'][0];
    const spoiled = [
      { ...good, readings: [{ kind: 'angle', target: 'tip', value: 95, scale: 'degree' }, ...good.readings.slice(1)] },
      { ...good, hat: 1 },
      { ...good, readings: [{ ...good.readings[0], colour: 'red' }] },
      { ...good, readings: [{ kind: 'smell', value: 1 }] },
      { ...good, readings: [{ kind: 'distance', value: -4, unit: 'm', along: 'level', to: 'axis' }] },
      { ...good, readings: [{ kind: 'distance', value: 0, unit: 'm', along: 'level', to: 'axis' }] },
      { ...good, readings: [{ kind: 'distance', value: 4, unit: 'furlong', along: 'level', to: 'axis' }] },
      { ...good, readings: [{ kind: 'angle', target: 'tip', value: 20, scale: 'fixed' }] },
      { ...good, readings: [{ kind: 'angle', target: 'tip', value: 20, scale: 'percent', scaleDistance: 20 }] },
      { ...good, readings: [{ kind: 'logs', value: 2.3 }] },
      { ...good, readings: 'none' },
      7,
    ];
    const answers = trees({ ...request, trees: [...spoiled, good] });
    expect(answers.map((a) => a.ok)).toEqual([...spoiled.map(() => false), true]);
    expect(answers.slice(0, -1).map((a) => a.errors[0]?.field)).toEqual([
      'trees[0].readings (sighting)',
      'trees[1].hat',
      'trees[2].readings[0].colour',
      'trees[3].readings[0].value',
      'trees[4].readings[0].value',
      'trees[5].readings[0].value',
      'trees[6].readings[0].unit',
      'trees[7].readings[0].scale',
      'trees[8].readings[0].scale',
      'trees[9].readings[0].value',
      'trees[10].readings',
      'trees[11]',
    ]);
  });

  it.each([
    ['neither preset nor protocol', (r: Request) => ({ trees: r.trees }), 'trees'],
    ['an unknown preset', (r: Request) => ({ ...r, preset: 'mine' }), 'preset'],
    ['an unknown field', (r: Request) => ({ ...r, units: 'm' }), 'units'],
    ['no trees', (r: Request) => ({ ...r, trees: [] }), 'trees'],
    [
      'too many trees',
      (r: Request) => ({ ...r, trees: Array.from({ length: DERIVE_LIMITS.trees + 1 }, () => ({ readings: [] })) }),
      'trees',
    ],
    ['an error figure of 0', (r: Request) => ({ ...r, errors: { angle: 0 } }), 'errors.angle'],
    ['an infinite number', (r: Request) => ({ ...r, errors: { angle: JSON.parse('1e999') as number } }), 'errors.angle'],
  ])('refuses %s', (_, spoil, field) => {
    const answer = ask(spoil(example()));
    expect(answer).toMatchObject({ ok: false });
    expect('errors' in answer && answer.errors.map((e) => e.field)).toContain(field);
  });

  it('takes trunks in any depth as its description does, and says what is wrong with one', () => {
    const name = 'a leaning, swollen street tree, where its tape goes and what other schools would do';
    const paths = [
      'slope',
      'lean',
      'lean.angle',
      'lean.toward',
      'swellings',
      'swellings.0.from',
      'swellings.0.to',
      'fork',
      'buttSwell',
      'vines',
      'snow',
      'stems',
      'from',
      'rootFlare',
      'hat',
    ];
    const value = fc.constantFrom<unknown>(null, -1, 0.5, 2, 99, 'fixed', 'uphill', true, [], {}, { height: 1 }, { end: 2 }, [
      { from: 1, to: 2 },
    ]);
    fc.assert(
      fc.property(fc.constantFrom(...paths), value, (path, v) => {
        const request = example(name);
        const reading = request.trees[0]?.readings[0] as Plain;
        const keys = path.split('.');
        const target = keys.slice(0, -1).reduce<Plain>((o, k) => o[k] as Plain, reading.trunk as Plain);
        target[keys.at(-1) as string] = v;
        const [tree] = trees(request);
        // what only its parts together can tell stands with the trunk as a whole
        const beyond = tree?.errors.every((e) => e.field.endsWith('.trunk') || / \(/.test(e.field));
        expect({ path, v, ok: (tree?.ok ?? false) || beyond }).toEqual({ path, v, ok: conforms('DeriveRequest', request).ok });
      }),
      { numRuns: 400 },
    );
    const upside = example(name);
    const said = upside.trees[0]?.readings[0]?.trunk as Plain;
    said.swellings = [{ from: 1.6, to: 1.1 }];
    expect(trees(upside)[0]?.errors).toMatchObject([
      { field: 'trees[0].readings[0].trunk', allowed: expect.stringContaining('upper end of the swelling') },
    ]);
  });

  it('answers stems, the one number, where the tape goes and what other schools would do', () => {
    const [street] = trees(example('a leaning, swollen street tree, where its tape goes and what other schools would do'));
    const stem = street?.result?.stems[0];
    expect(stem?.where).toMatchObject({ pom: 0.92, reference: 'mid-slope', along: 'axis', stems: 'one' });
    expect(stem?.where?.flags.map((f) => f.code)).toEqual(['vines-included']);
    expect(stem?.where?.otherSchools.find((o) => o.key === 'timber-us')?.here?.[0]).toBeCloseTo(1.6, 9);
    expect(street?.result?.dbh).toMatchObject({
      tool: 'plain-tape',
      unrounded: expect.closeTo(1.785 / Math.PI, 9),
      value: expect.closeTo(1.79 / Math.PI, 9),
    });
    expect(street?.result?.dbh?.compared).toMatchObject([{ tool: 'estimate', value: 0.6 }]);
    const [three] = trees(example('three stems, caliper and stick, remeasured'));
    expect(three?.result?.stems.map((s) => s.dbh?.tool)).toEqual(['caliper', 'biltmore-stick', 'diameter-tape']);
    expect(three?.result?.oneNumber).toMatchObject({ rule: 'quadratic-sum', stems: 3, kept: expect.closeTo(1, 9) });
    expect(three?.result?.stems[0]?.upperDiameters).toHaveLength(2);
    expect(three?.result?.findings.map((f) => f.code)).not.toContain('dbh-shrank');
  });

  it('answers several determinations kept apart, with what each is made of', () => {
    const [tall] = trees(example('a tall tree by three determinations: laser shots, a transponder, two stations'));
    const { determinations, height, points, stations, missing } = tall?.result ?? {};
    expect(determinations?.map((d) => [d.station, d.method])).toEqual([
      ['A', 'line-shots'],
      ['B', 'transponder'],
      ['C', 'two-stations'],
    ]);
    expect(height).toMatchObject({ method: 'mean', agreement: { determinations: 3 } });
    const squares = determinations?.map((d) => Math.hypot(...(d.height?.parts ?? []).map((p) => p.sigma)));
    expect(squares?.map((s) => s.toFixed(9))).toEqual(determinations?.map((d) => d.height?.sigma.toFixed(9)));
    expect(points?.map((p) => p.name)).toEqual(['broken limb']);
    expect(stations?.map((s) => s.distanceBy)).toEqual(['shot', 'shot', 'two-stations']);
    expect(missing).toHaveProperty('stumpHeight');
    const lean = trees(example('a leaning tree with a broad crown; heights reported, told, measured on the felled stem'));
    expect(lean.map((t) => t.result?.height?.method)).toEqual(['two-sights', 'two-sights', 'device', 'direct']);
    expect(lean[0]?.result?.height?.stemLength).toBeGreaterThan(lean[0]?.result?.height?.value ?? 0);
  });

  it('says what was assumed and what looks wrong', () => {
    const request = example('tape along a slope, angles in degrees');
    const [tree] = trees({
      ...request,
      trees: [{ readings: request.trees[0]?.readings.map((r) => (r.target === 'base' ? { ...r, value: 17 } : r)) }],
    });
    expect(tree?.result?.assumptions.map((a) => a.code)).toEqual(['tip-offset', 'form-factor']);
    expect(tree?.result?.findings.map((f) => f.code)).toContain('base-sign');
  });
});

describe('the OpenAPI description', () => {
  it.each(Object.keys(EXAMPLES))('describes its example “%s” and the answer to it', (name) => {
    expect(conforms('DeriveRequest', EXAMPLES[name])).toEqual({ ok: true, why: undefined });
    const answer = JSON.parse(JSON.stringify(ask(EXAMPLES[name]))) as { trees: { ok: boolean }[] };
    expect(answer.trees.every((t) => t.ok)).toBe(true);
    expect(conforms('DeriveResponse', answer)).toEqual({ ok: true, why: undefined });
  });

  it('refuses what the server refuses, and the other way round', () => {
    const values = fc.constantFrom<unknown>(
      ...[null, -1, 0, 0.5, 7, 1e6, 'percent', 'm', 'tip', '', true, false, [], {}, undefined],
      ...[
        'bands',
        'caliper',
        'estimate',
        'face',
        [3],
        [3, 4],
        [0],
        ['x'],
        'sight',
        'plumb',
        'dial',
        'point',
        'up',
        'side',
        'laser',
        'B',
        90,
      ],
    );
    const spoil = fc.record({
      name: fc.constantFrom(...Object.keys(EXAMPLES)),
      tree: fc.nat(4),
      reading: fc.nat(12),
      field: fc.constantFrom(
        ...['kind', 'value', 'unit', 'scale', 'target', 'tool', 'along', 'to', 'pom', 'id', 'sigma', 'nonsense'],
        ...[
          'more',
          'reach',
          'designReach',
          'upper',
          'stem',
          'sigmaShare',
          'why',
          'by',
          'ratio',
          'distance',
          'elevation',
          'selfCorrecting',
          'trunk',
        ],
        ...['scaleDistance', 'level', 'grows', 'included', 'name', 'zero', 'reference', 'factor', 'sigmaAngle', 'pace', 'far', 'height'],
        ...[
          'minute',
          'setDistance',
          'setMark',
          'rise',
          'run',
          'toward',
          'halfWidth',
          'depth',
          'designDistance',
          'station',
          'celsius',
          'checkedCelsius',
        ],
      ),
      value: values,
    });
    fc.assert(
      fc.property(spoil, ({ name, tree, reading, field, value }) => {
        const request = example(name);
        const target = request.trees[tree]?.readings[reading];
        if (!target) return;
        if (value === undefined) delete target[field];
        else target[field] = value;
        // what only the core can tell (a sight straight up) is no matter of the schema
        const server =
          validate(DeriveRequest, request).ok && trees(request).every((t) => t.ok || t.errors.every((e) => / \(/.test(e.field)));
        expect({ name, tree, reading, field, value, ...conforms('DeriveRequest', request), why: '' }).toEqual({
          name,
          tree,
          reading,
          field,
          value,
          ok: server,
          why: '',
        });
      }),
      { numRuns: 6000 },
    );
  });

  it('names every kind of record', () => {
    expect(Object.keys(document.components.schemas)).toEqual(
      expect.arrayContaining(['SurveyBody', 'TreeBody', 'ReadingBody', 'RetractionBody', 'ProtocolOptionsInput', 'Problem']),
    );
  });
});
