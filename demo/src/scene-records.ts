import { PRESETS } from '@arbolito/core';
import { callTrees, inItsCircle, keepStrata, plotBody, treesOfPlots } from './more-plots';
import { Chance } from './random';
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
  // what was added to a scene draws from chance of its own: what was there before stays as it was
  const chanceOfMore = new Chance(first * 7919 + 17);
  const more = new Keeper(chanceOfMore, `demo ${scene.key}`, keeper.now, records);
  const truth: TreeTruth[] = [];
  const keep = keeper.keep.bind(keeper);
  const preset = PRESETS[scene.preset];
  const someone = keep('person', { name: scene.person.name, eyeHeight: scene.person.eyeHeight });
  keeper.person = more.person = someone;
  for (const m of scene.person.measures) keep('body-measure', { person: someone, ...m, on: scene.begins.slice(0, 10) });
  const tape = keep('instrument', { name: `Diameter tape ${first}`, tool: 'diameter-tape', sigma: 0.002 });
  const clinometer = keep('instrument', { name: `Clinometer ${first + 1}`, tool: 'clinometer', sigma: (0.25 * Math.PI) / 180 });
  const own = scene.ownProtocol;
  const protocol = keep('protocol', {
    name: own?.name ?? preset.name,
    preset: preset.key,
    options: { ...preset.options, ...own?.options },
  });
  const speciesIds = new Map(
    scene.species.map((s) => [s.code, keep('species', { code: s.code, name: s.name, latin: s.latin, figures: s.figures })]),
  );
  const { tract } = scene;
  const design = tract?.design ?? null;
  const survey = keep('survey', { name: scene.name, kind: scene.kind, protocol, place: scene.place, design });
  more.now = keeper.now;
  const strata = tract ? keepStrata(more, survey, tract) : [];
  const plots: string[] = [];
  for (let n = 0; n < scene.trees; n++) {
    const { number, tree: onPlot } = placeOf(scene.onPlots, n);
    if (tract && onPlot === 1) {
      const body = plotBody(survey, strata, tract, number - 1);
      // the first plots are walked in turn with their trees
      plots.push(scene.key === 'monte-umbrio' ? keep('plot', body) : more.keep('plot', body));
    }
    keeper.now += 150_000;
    const real = growTree(scene, chance);
    const tag = tagOf(number, onPlot, n + 1);
    const tree = keep('tree', {
      survey,
      plot: plots.at(-1) ?? null,
      tag,
      species: speciesIds.get(real.species.code),
      ...(tract ? { azimuth: real.azimuth, distance: inItsCircle(tract, real.dbh, real.fromCentre) } : {}),
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
  if (tract) {
    more.now = keeper.now;
    while (plots.length < tract.centres.length) plots.push(more.keep('plot', plotBody(survey, strata, tract, plots.length)));
    let last = scene.trees;
    const others = treesOfPlots(
      scene,
      tract,
      scene.onPlots.length + 1,
      (number, onPlot) => tagOf(number, onPlot, ++last),
      more,
      chanceOfMore,
      { survey, protocol, species: speciesIds, plots, instruments: { tape, clinometer } },
    );
    truth.push(...others.map((t) => ({ ...t, scene: scene.key })));
    for (const [number, calls] of Object.entries(tract.called ?? {})) {
      const plot = plots[Number(number) - 1] as string;
      callTrees(calls, more, { survey, plot, species: speciesIds }, (n) => tagOf(Number(number), n, ++last));
    }
  }
  return { records, truth };

  /** Numbered through where the crew carries numbers, else plot by plot. */
  function tagOf(number: number, onPlot: number, through: number): string {
    return scene.key === 'monte-umbrio' ? `${number}·${String(onPlot).padStart(2, '0')}` : String(through);
  }
}

/** On which plot from 1, and the how manieth there, a scene's first trees stand. */
function placeOf(onPlots: readonly number[], n: number): { readonly number: number; readonly tree: number } {
  let before = 0;
  for (const [i, count] of onPlots.entries()) {
    if (n < before + count) return { number: i + 1, tree: n - before + 1 };
    before += count;
  }
  return { number: 0, tree: n + 1 };
}

export type { DemoRecord };
