import { PRESETS } from '@arbolito/core';
import type { Chance } from './random';
import type { Scene } from './scene';
import { type Taken, takeReadings } from './take-readings';
import { growTree, type TrueTree } from './true-tree';

/** A record as it goes over the wire; the contract checks it on arrival. */
export interface DemoRecord {
  readonly id: string;
  readonly entity: string;
  readonly supersedes: string | null;
  readonly kind: string;
  readonly schema: 1;
  readonly device: string;
  readonly person: string | null;
  readonly at: string;
  readonly body: Record<string, unknown>;
}
export interface TreeTruth extends TrueTree {
  readonly id: string;
  readonly scene: string;
  /** What went wrong on purpose, if anything. */
  readonly blunder: 'girth-as-diameter' | 'sign-corrected' | null;
}

/** All records of a scene, parents first, as a day of measuring would have made them. */
export function sceneRecords(scene: Scene, chance: Chance): { records: DemoRecord[]; truth: TreeTruth[] } {
  const records: DemoRecord[] = [];
  const truth: TreeTruth[] = [];
  let now = Date.parse(scene.begins);
  let person: string | null = null;
  const keep = (kind: string, body: Record<string, unknown>, supersedes: string | null = null): string => {
    now += Math.round(chance.between(2_000, 9_000));
    const id = chance.uuid(now);
    records.push({
      id,
      entity: supersedes ?? id,
      supersedes,
      kind,
      schema: 1,
      device: `demo ${scene.key}`,
      person,
      at: new Date(now).toISOString(),
      body,
    });
    return id;
  };
  const preset = PRESETS[scene.preset];
  const someone = keep('person', { name: scene.person.name, eyeHeight: scene.person.eyeHeight });
  person = someone;
  const tape = keep('instrument', { name: 'Diameter tape 1', tool: 'diameter-tape', sigma: 0.002 });
  const clinometer = keep('instrument', { name: 'Clinometer 2', tool: 'clinometer', sigma: (0.25 * Math.PI) / 180 });
  const protocol = keep('protocol', { name: preset.name, preset: preset.key, options: preset.options });
  const speciesIds = new Map(
    scene.species.map((s) => [s.code, keep('species', { code: s.code, name: s.name, latin: s.latin, figures: s.figures })]),
  );
  const survey = keep('survey', { name: scene.name, kind: scene.kind, protocol, place: scene.place });
  let plot: string | null = null;
  for (let n = 0; n < scene.trees; n++) {
    const plotNumber = scene.plotOf === null ? 0 : Math.floor(n / scene.plotOf) + 1;
    if (scene.plotOf !== null && n % scene.plotOf === 0) plot = keep('plot', { survey, name: String(plotNumber), radius: 12.62 });
    now += 150_000;
    const real = growTree(scene, chance);
    const inPlot = scene.plotOf === null ? n + 1 : (n % scene.plotOf) + 1;
    const tag = plot ? `${plotNumber}·${String(inPlot).padStart(2, '0')}` : String(inPlot);
    const tree = keep('tree', {
      survey,
      plot,
      tag,
      species: speciesIds.get(real.species.code),
      ...(plot ? { azimuth: real.azimuth, distance: real.fromCentre } : {}),
    });
    const stem = keep('stem', { tree, number: 1 });
    const visit = keep('visit', { tree, on: new Date(now).toISOString().slice(0, 10) });
    const station = keep('station', { visit, number: 1 });
    const determinations = new Map<string, string>();
    const determination = (quantity: string, method: string) => {
      const known = determinations.get(quantity) ?? keep('determination', { stem, visit, quantity, method, protocol });
      determinations.set(quantity, known);
      return known;
    };
    const readings = takeReadings(scene, real, scene.person.eyeHeight, chance, {
      height: chance.chance(scene.heightShare) || n < 3,
      hiddenBase: n % 11 === 6,
    });
    const shots = new Map<string, number>();
    const note = (taken: Taken, shot: number, supersedes: string | null = null) => {
      const { read } = taken;
      const sighted = read.kind === 'angle' || read.kind === 'distance' || read.kind === 'mark-height';
      const instrument = read.kind === 'diameter' ? tape : read.kind === 'angle' ? clinometer : null;
      const of =
        read.kind === 'diameter'
          ? determination('dbh', 'tape')
          : read.kind === 'logs'
            ? determination('merchantable', 'told')
            : determination('height', 'tangent');
      return keep(
        'reading',
        { stem, visit, determination: of, station: sighted ? station : null, shot, instrument, typed: taken.typed, read },
        supersedes,
      );
    };
    const blunder =
      scene.key === 'monte-umbrio' && n === 1 ? 'sign-corrected' : scene.key === 'monte-umbrio' && n === 2 ? 'girth-as-diameter' : null;
    for (const taken of readings) {
      const what = taken.read.kind === 'angle' ? taken.read.target : taken.read.kind;
      const shot = (shots.get(what) ?? 0) + 1;
      shots.set(what, shot);
      if (blunder === 'girth-as-diameter' && taken.read.kind === 'diameter') {
        const girth = Math.round(real.dbh * Math.PI * 1000) / 10;
        note({ read: { ...taken.read, value: girth }, typed: String(girth) }, shot);
      } else if (blunder === 'sign-corrected' && what === 'base' && taken.read.kind === 'angle') {
        const wrong = note({ read: { ...taken.read, value: -taken.read.value }, typed: String(-taken.read.value) }, shot);
        note(taken, shot, wrong);
      } else note(taken, shot);
    }
    truth.push({ ...real, id: tree, scene: scene.key, blunder });
  }
  return { records, truth };
}
