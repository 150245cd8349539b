import { PRESETS } from '@arbolito/core';
import type { Chance } from './random';
import { type DemoRecord, Keeper } from './record-keeper';
import type { Scene } from './scene';
import { type Taken, takeReadings } from './take-readings';
import { growTree, type TrueTree } from './true-tree';

/** A tree as it truly stands, and what was made of it. */
export interface TreeTruth extends TrueTree {
  readonly id: string;
  readonly scene: string;
  /** What went wrong on purpose, if anything. */
  readonly blunder: 'girth-as-diameter' | 'sign-corrected' | 'clinometer-off' | null;
}

/**
 * All records of a scene, parents first, as a day of measuring would have made them.
 * @param first number of the first instrument in hand
 */
export function sceneRecords(scene: Scene, chance: Chance, first: number): { records: DemoRecord[]; truth: TreeTruth[] } {
  const keeper = new Keeper(chance, `demo ${scene.key}`, Date.parse(scene.begins));
  const { records } = keeper;
  const truth: TreeTruth[] = [];
  const keep = keeper.keep.bind(keeper);
  const preset = PRESETS[scene.preset];
  const someone = keep('person', { name: scene.person.name, eyeHeight: scene.person.eyeHeight });
  keeper.person = someone;
  for (const m of scene.person.measures) keep('body-measure', { person: someone, ...m, on: scene.begins.slice(0, 10) });
  const tape = keep('instrument', { name: `Diameter tape ${first}`, tool: 'diameter-tape', sigma: 0.002 });
  const clinometer = keep('instrument', { name: `Clinometer ${first + 1}`, tool: 'clinometer', sigma: (0.25 * Math.PI) / 180 });
  const protocol = keep('protocol', { name: preset.name, preset: preset.key, options: preset.options });
  const speciesIds = new Map(
    scene.species.map((s) => [s.code, keep('species', { code: s.code, name: s.name, latin: s.latin, figures: s.figures })]),
  );
  const survey = keep('survey', { name: scene.name, kind: scene.kind, protocol, place: scene.place });
  let plot: string | null = null;
  for (let n = 0; n < scene.trees; n++) {
    const plotNumber = scene.plotOf === null ? 0 : Math.floor(n / scene.plotOf) + 1;
    if (scene.plotOf !== null && n % scene.plotOf === 0) plot = keep('plot', { survey, name: String(plotNumber), radius: 12.62 });
    keeper.now += 150_000;
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
    const visit = keep('visit', { tree, on: keeper.today() });
    const station = keep('station', { visit, number: 1 });
    const determinations = new Map<string, string>();
    const determination = (quantity: string, method: string) => {
      const known = determinations.get(`${quantity} ${method}`) ?? keep('determination', { stem, visit, quantity, method, protocol });
      determinations.set(`${quantity} ${method}`, known);
      return known;
    };
    const readings = takeReadings(scene, real, scene.person.eyeHeight, chance, {
      height: chance.chance(scene.heightShare) || n < 3,
      hiddenBase: n % 11 === 6,
      stick: n % 3 === 1,
      ...(scene.trunks[n] ?? {}),
    });
    const shots = new Map<string, number>();
    const note = (taken: Taken, shot: number, supersedes: string | null = null) => {
      const { read } = taken;
      const sighted = read.kind === 'angle' || read.kind === 'distance' || read.kind === 'mark-height';
      const instrument = read.kind === 'diameter' && read.tool === 'diameter-tape' ? tape : read.kind === 'angle' ? clinometer : null;
      const of =
        read.kind === 'diameter' || read.kind === 'trunk'
          ? determination('dbh', read.kind === 'trunk' ? 'trunk' : read.tool === 'diameter-tape' ? 'tape' : read.tool)
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
      const { read } = taken;
      const what = read.kind === 'angle' ? read.target : read.kind === 'diameter' ? read.tool : read.kind;
      const shot = (shots.get(what) ?? 0) + 1;
      shots.set(what, shot);
      if (blunder === 'girth-as-diameter' && taken.read.kind === 'diameter' && taken.read.tool === 'diameter-tape') {
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

export type { DemoRecord };
