import { PRESETS } from '@arbolito/core';
import type { AnyRecord } from '../contract/envelope';
import { KINDS } from '../contract/kinds/index';

/** Ids in the order of their making. */
let made = 0;
const id = () => `01a00000-0000-7000-8000-${String(made++).padStart(12, '0')}`;

export function record(
  kind: string,
  body: object,
  of: { entity?: string; supersedes?: string; person?: string; schema?: number } = {},
): AnyRecord {
  const own = id();
  return {
    id: own,
    entity: of.entity ?? own,
    supersedes: of.supersedes ?? null,
    kind,
    schema: of.schema ?? KINDS[kind as keyof typeof KINDS]?.schema ?? 1,
    device: 'd',
    person: of.person ?? null,
    at: `2026-05-01T08:00:${String(made % 60).padStart(2, '0')}.000Z`,
    body,
  } as unknown as AnyRecord;
}
export const next = (of: AnyRecord, body: object) =>
  record(of.kind, { ...of.body, ...body }, { entity: of.entity, supersedes: of.id, ...(of.person ? { person: of.person } : {}) });
export const retract = (of: AnyRecord) => record('retraction', { record: of.id, reason: null });
export const strike = (of: AnyRecord) => record('strike-out', { entity: of.entity, reason: 'not ours' });
const metric = PRESETS['forest-metric'];

/** The determinations that readings of a stem at a visit are part of. */
const settings = new Map<string, string>();
function determination(stem: AnyRecord, visit: AnyRecord, protocol: AnyRecord): AnyRecord {
  const made = record('determination', { stem: stem.id, visit: visit.id, quantity: 'height', method: 'two-sights', protocol: protocol.id });
  settings.set(`${stem.id} ${visit.id}`, made.id);
  return made;
}

export function reading(stem: AnyRecord, visit: AnyRecord, read: object, person: AnyRecord, station: AnyRecord | null = null): AnyRecord {
  const body = {
    stem: stem.id,
    visit: visit.id,
    determination: settings.get(`${stem.id} ${visit.id}`) ?? visit.id,
    station: station?.id ?? null,
    shot: 1,
    instrument: null,
    typed: 'x',
  };
  return record('reading', { ...body, calibration: null, read }, { person: person.id });
}
export const tape = (value: number) => ({ kind: 'diameter', tool: 'diameter-tape', value, unit: 'cm' });
export const stick = (value: number) => ({ kind: 'diameter', tool: 'biltmore-stick', value, unit: 'cm' });

/** A book of two surveys in which everything has happened that can. */
export function everything(): AnyRecord[] {
  made = 0;
  const all: AnyRecord[] = [];
  const add = (r: AnyRecord) => {
    all.push(r);
    return r;
  };
  const person = add(record('person', { name: 'Nela', eyeHeight: 1.6, reach: 0.6 }));
  const other = add(record('person', { name: 'Ivo', eyeHeight: null, reach: null }));
  const [early, late] = [0.62, 0.65].map((value, i) =>
    add(record('body-measure', { person: person.id, what: 'reach', value, on: `2026-0${i + 1}-01` })),
  ) as [AnyRecord, AnyRecord];
  add(retract(early));
  const protocol = add(record('protocol', { name: metric.name, preset: metric.key, options: metric.options }));
  const spruce = add(record('species', { code: 'PA', name: 'Spruce', latin: null, figures: { crown: 'conifer', formFactor: 0.47 } }));
  const surveys = ['Tansy Creek', 'Monte Umbrío'].map((name) =>
    add(record('survey', { name, kind: 'every-tree', protocol: protocol.id, place: null })),
  ) as [AnyRecord, AnyRecord];
  const plot = add(record('plot', { survey: surveys[0].id, name: '1' }));
  const trees: AnyRecord[] = [];
  for (let i = 0; i < 6; i++) {
    const survey = surveys[i % 2] as AnyRecord;
    const tree = add(
      record('tree', { survey: survey.id, plot: i === 4 ? plot.id : null, tag: `${i}`, species: i % 3 ? spruce.id : null, note: null }),
    );
    trees.push(tree);
    const stem = add(record('stem', { tree: tree.id, number: 1 }));
    const visit = add(record('visit', { tree: tree.id, on: '2026-05-01' }));
    add(determination(stem, visit, protocol));
    const by = i < 4 ? person : other;
    const first = add(reading(stem, visit, tape(30 + i), by));
    add(reading(stem, visit, stick(31 + i), by));
    const station = add(record('station', { visit: visit.id, number: 1 }));
    add(reading(stem, visit, { kind: 'distance', value: 20, unit: 'm', along: 'level', to: 'axis' }, by, station));
    add(reading(stem, visit, { kind: 'paces', value: 13 + i / 9, along: 'level', to: 'axis' }, by, station));
    add(reading(stem, visit, { kind: 'angle', target: 'base', value: -8, scale: 'percent' }, by, station));
    const tip = add(reading(stem, visit, { kind: 'angle', target: 'tip', value: 80 + i, scale: 'percent' }, by, station));
    if (i === 0) {
      // corrected, taken back, and the taking back taken back
      const corrected = add(next(first, { read: tape(40) }));
      const back = add(retract(corrected));
      add(retract(back));
    }
    if (i === 1) for (const value of [77, 78]) add(next(tip, { read: { kind: 'angle', target: 'tip', value, scale: 'percent' } }));
    // read higher up after all: no pair of the stick's any more
    if (i === 2) add(next(first, { read: { ...tape(34), pom: 1.7 } }));
    if (i === 2) add(strike(tip));
    if (i === 3) add(retract(add(strike(tree))));
    if (i === 5) {
      const again = add(record('visit', { tree: tree.id, on: '2026-09-01' }));
      add(determination(stem, again, protocol));
      add(reading(stem, again, tape(36), by));
      for (const on of ['2026-09-02', '2026-09-03']) add(next(again, { on }));
    }
  }
  add(strike(plot));
  add(next(trees[3] as AnyRecord, { survey: surveys[0].id }));
  add(
    record('tool-calibration', {
      person: other.id,
      tool: 'biltmore-stick',
      sigma: 0.02,
      bias: 0.01,
      biasSigma: null,
      pairs: 3,
      on: '2026-05-01',
    }),
  );
  add(next(late, { value: 0.66 }));
  add(record('leaf', { shape: 'serrate' }));
  return all;
}
