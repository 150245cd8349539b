import { PRESETS } from '@arbolito/core';
import { moreStreetTrees, standsBy } from './more-street';
import { PUERTO_LENGA, STREET_TREES, type StreetTree } from './puerto-lenga';
import { Chance } from './random';
import { type DemoRecord, Keeper } from './record-keeper';
import type { TreeTruth } from './scene-records';
import { takeReadings } from './take-readings';
import type { TrueTree } from './true-tree';

const YEARS_BEFORE = 3;
const DAY = 86_400_000;

/** The records of Puerto Lenga: a first visit three years ago to some of its trees, and the one of this spring to all. */
export function streetRecords(chance: Chance): { records: DemoRecord[]; truth: TreeTruth[] } {
  const scene = PUERTO_LENGA;
  const begins = Date.parse(scene.begins);
  const keeper = new Keeper(chance, `demo ${scene.key}`, begins - YEARS_BEFORE * 365.25 * DAY);
  const preset = PRESETS[scene.preset];
  const person = keeper.keep('person', { name: scene.person.name, eyeHeight: scene.person.eyeHeight });
  keeper.person = person;
  for (const m of scene.person.measures) keeper.keep('body-measure', { person, ...m, on: scene.begins.slice(0, 10) });
  const protocol = keeper.keep('protocol', { name: preset.name, preset: preset.key, options: preset.options });
  const species = new Map(
    scene.species.map((s) => [s.code, keeper.keep('species', { code: s.code, name: s.name, latin: s.latin, figures: s.figures })]),
  );
  const survey = keeper.keep('survey', { name: scene.name, kind: scene.kind, protocol, place: scene.place });
  const trees = STREET_TREES.map((t, i) => {
    const tree = keeper.keep('tree', {
      survey,
      tag: t.tag,
      species: species.get(t.code),
      ...standsBy(t.tag),
      own: { condition: i % 5 === 3 ? 'fair' : 'good', conflict: 'none' },
    });
    return { t, tree, stems: t.stems.map((_, i) => keeper.keep('stem', { tree, number: i + 1 })) };
  });
  const truth: TreeTruth[] = [];
  const visitOf = (tree: string) => keeper.keep('visit', { tree, on: keeper.today() });
  const girth = (at: { stem: string; visit: string }, diameter: number, pom: number) => {
    const value = Math.round((diameter + chance.normal(0.001)) * Math.PI * 100);
    const determination = keeper.keep('determination', { ...at, quantity: 'dbh', method: 'tape', protocol });
    keeper.keep('reading', {
      ...at,
      determination,
      shot: 1,
      typed: String(value),
      read: { kind: 'diameter', tool: 'plain-tape', value, unit: 'cm', pom },
    });
  };
  for (const { t, tree, stems } of trees) {
    if (t.before) girth({ stem: stems[0] as string, visit: visitOf(tree) }, t.before.diameter, t.before.pom);
  }
  keeper.now = begins;
  for (const { t, tree, stems } of trees) {
    keeper.now += 240_000;
    const visit = visitOf(tree);
    const at = { stem: stems[0] as string, visit };
    const note = (method: string, quantity: string, typed: string, read: Record<string, unknown>, more: Record<string, unknown> = {}) => {
      const determination = keeper.keep('determination', { ...at, quantity, method, protocol });
      keeper.keep('reading', { ...at, determination, shot: 1, typed, read, ...more });
    };
    const from = { reference: preset.options.groundReference, along: preset.options.lean };
    note('trunk', 'dbh', t.said, { kind: 'trunk', trunk: { ...t.trunk, from } });
    if (t.called)
      note('estimate', 'dbh', String(t.called), { kind: 'diameter', tool: 'estimate', value: t.called, unit: 'cm', pom: t.pom });
    for (const [i, d] of t.stems.entries()) girth({ stem: stems[i] as string, visit }, d, t.pom);
    const real = truthOf(t, chance);
    if (t.heightRead) {
      const station = keeper.keep('station', { visit, number: 1 });
      const determination = keeper.keep('determination', { ...at, quantity: 'height', method: 'tangent', protocol });
      const shots = new Map<string, number>();
      for (const { read, typed } of takeReadings(scene, real, scene.person.eyeHeight, chance, { height: true, hiddenBase: false })) {
        if (read.kind === 'diameter') continue;
        const what = read.kind === 'angle' ? read.target : read.kind;
        const shot = (shots.get(what) ?? 0) + 1;
        shots.set(what, shot);
        keeper.keep('reading', { ...at, determination, station, shot, typed, read });
      }
    }
    truth.push({ ...real, id: tree, scene: scene.key, blunder: null });
  }
  const more = new Keeper(new Chance(4711), `demo ${scene.key}`, keeper.now, keeper.records);
  more.person = person;
  const others = moreStreetTrees(more, { survey, protocol, species });
  truth.push(...others.map((t) => ({ ...t, scene: scene.key, blunder: null })));
  return { records: keeper.records, truth };
}

function truthOf(t: StreetTree, chance: Chance): TrueTree {
  const species = PUERTO_LENGA.species.find((s) => s.code === t.code) as TrueTree['species'];
  return {
    species,
    dbh: t.stems[0] as number,
    height: t.height,
    crownBase: t.height * species.crownBase,
    logs: 0,
    tipOffset: chance.normal(1),
    distance: Math.round(t.height * 1.2),
    slope: 0,
    azimuth: 0,
    fromCentre: 0,
  };
}
