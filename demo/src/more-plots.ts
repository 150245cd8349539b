import { CROWN_CLASSES, limitOf, metres, type Position, PRESETS, placeFrom, wantsHeight } from '@arbolito/core';
import type { Chance } from './random';
import type { Keeper } from './record-keeper';
import type { Scene } from './scene';
import { type Taken, takeReadings } from './take-readings';
import type { CalledInDemo, Tract } from './tract';
import { growTree, type TrueTree } from './true-tree';

const inRing = (ring: readonly (readonly [number, number])[], [x, y]: readonly [number, number]) => {
  let odd = false;
  for (const [i, [ax, ay]] of ring.entries()) {
    const [bx, by] = ring[(i + 1) % ring.length] as readonly [number, number];
    if (ay > y !== by > y && x < ax + ((y - ay) / (by - ay)) * (bx - ax)) odd = !odd;
  }
  return odd;
};

/** Square metres in a ring. */
const areaOf = (ring: readonly (readonly [number, number])[]) =>
  Math.abs(
    ring.reduce((sum, [ax, ay], i) => {
      const [bx, by] = ring[(i + 1) % ring.length] as readonly [number, number];
      return sum + ax * by - ay * bx;
    }, 0),
  ) / 2;

/** On the map, by way of the distance and bearing from the corner. */
export function onMap(corner: Position, [x, y]: readonly [number, number]): Position {
  const [longitude, latitude] = placeFrom(corner, (Math.atan2(x, y) * 180) / Math.PI, Math.hypot(x, y));
  return [Number(longitude.toFixed(7)), Number(latitude.toFixed(7))];
}

/** The strata of a tract, kept; their ids. */
export function keepStrata(keeper: Keeper, survey: string, { corner, strata }: Tract): readonly string[] {
  return strata.map(({ name, rings }) => {
    const coordinates = rings.map((ring) => {
      const corners = ring.map((p) => onMap(corner, p));
      return [...corners, corners[0] as Position];
    });
    const [outer = [], ...holes] = rings;
    const gross = areaOf(outer);
    const net = gross - holes.reduce((sum, hole) => sum + areaOf(hole), 0);
    const outline = { type: 'Polygon', coordinates };
    return keeper.keep('stratum', { survey, name, area: Math.round(net), grossArea: Math.round(gross), outline });
  });
}

/** What is said of one plot or point of a tract, by its number from 0. */
export function plotBody(survey: string, strata: readonly string[], tract: Tract, i: number): Record<string, unknown> {
  const centre = tract.centres[i] as readonly [number, number];
  const [longitude, latitude] = onMap(tract.corner, centre);
  const at = stratumAt(tract, centre);
  const [slope, aspect] = tract.ground[at] ?? [0, 0];
  const { state, reason } = tract.states[i + 1] ?? { state: 'finished' };
  return {
    survey,
    stratum: strata[at],
    name: String(i + 1),
    longitude,
    latitude,
    placeError: 4,
    slope,
    aspect,
    order: i + 1,
    state,
    ...(reason ? { reason } : {}),
    ...(countedOn(tract, i) ? { counted: { trees: 3 + ((i * 7) % 6), doubtful: i % 3 === 0 ? 1 : 0 } } : {}),
  };
}

const stratumAt = ({ strata }: Tract, centre: readonly [number, number]) =>
  Math.max(
    0,
    strata.findIndex(({ rings }) => rings[0] && inRing(rings[0], centre)),
  );

/** How far from a centre a tree stands that may be anywhere in its own circle, given where it would stand in one of 12.6 m. */
export function inItsCircle({ rule }: Tract, dbh: number, fromCentre: number): number {
  const limit = limitOf(rule, metres(dbh));
  return Math.round(fromCentre * ((limit?.distance ?? 0) / 12.62) * 100) / 100;
}

const countedOn = ({ countOnly }: Tract, i: number) =>
  countOnly !== null && i + 1 >= countOnly.from && (i + 1 - countOnly.from) % countOnly.every === 0;

interface Where {
  readonly survey: string;
  readonly protocol: string;
  readonly species: ReadonlyMap<string, string>;
  readonly plots: readonly string[];
  readonly instruments: { readonly tape: string; readonly clinometer: string };
}

/** The trees of the plots from one on: a stand drawn about each centre, and of it the trees that the rule takes. */
export function treesOfPlots(
  scene: Scene,
  tract: Tract,
  from: number,
  firstTag: (plot: number, tree: number) => string,
  keeper: Keeper,
  chance: Chance,
  where: Where,
): (TrueTree & { readonly id: string; readonly blunder: 'girth-as-diameter' | null })[] {
  const truth: (TrueTree & { readonly id: string; readonly blunder: 'girth-as-diameter' | null })[] = [];
  const us = PRESETS[scene.preset].options.units === 'us';
  for (const [i, plot] of where.plots.entries()) {
    if (
      i + 1 < from ||
      tract.called?.[i + 1] ||
      countedOn(tract, i) ||
      tract.states[i + 1]?.state === 'not-reached' ||
      tract.states[i + 1]?.state === 'planned'
    )
      continue;
    const centre = tract.centres[i] as readonly [number, number];
    const own = tract.strata[stratumAt(tract, centre)];
    const [slope = 0, downhill = 0] = tract.ground[stratumAt(tract, centre)] ?? [];
    // the stand about the centre, as far out as any tree of it can be in
    const reach = 22;
    const stems = Math.round((tract.stemsPerHectare * Math.PI * reach * reach) / 10_000 + chance.normal(6));
    let number = 0;
    for (let n = 0; n < stems; n++) {
      const tree = growTree(scene, chance);
      const [azimuth, distance] = [Math.round(chance.between(0, 360)) % 360, reach * Math.sqrt(chance.uniform())];
      const limit = limitOf(tract.rule, metres(tree.dbh));
      if (limit === null || distance > limit.distance || distance < 0.3) continue;
      // trees of the next stratum, or on the road and in the pool, are no trees of this plot
      const turn = ((azimuth + (tract.declination ?? 0)) * Math.PI) / 180;
      const stands = [centre[0] + distance * Math.sin(turn), centre[1] + distance * Math.cos(turn)] as const;
      if (own && !(inRing(own.rings[0] ?? [], stands) && !own.rings.slice(1).some((hole) => inRing(hole, stands)))) continue;
      number++;
      const fault = tract.faults[`${i + 1} ${number}`] ?? null;
      keeper.now += 60_000;
      const off = ((azimuth - downhill) * Math.PI) / 180;
      const along = slope > 4 ? distance * Math.hypot(1, Math.tan((slope * Math.PI) / 180) * Math.cos(off)) : distance;
      const perUnit = us ? 0.3048 : 1;
      const read = Math.round((along / perUnit) * (us ? 10 : 100)) / (us ? 10 : 100);
      const place = {
        value: fault === 'decimal-slipped' ? read * 10 : read,
        unit: us ? 'ft' : 'm',
        along: slope > 4 ? 'ground' : 'level',
        to: 'axis',
        by: fault === 'by-eye' ? 'eye' : number % 4 === 3 ? 'laser' : 'tape',
        bearing: azimuth,
      };
      const tag = firstTag(i + 1, fault === 'tag-twice' ? number - 1 : number);
      const id = keeper.keep('tree', {
        survey: where.survey,
        plot,
        tag,
        species: fault === 'no-species' ? null : where.species.get(tree.species.code),
        place,
        ...(scene.ownProtocol?.options.asks ? answers(number) : {}),
      });
      const stem = keeper.keep('stem', { tree: id, number: 1 });
      const visit = keeper.keep('visit', { tree: id, on: keeper.today() });
      const taken = takeReadings(scene, { ...tree, slope: 0 }, scene.person.eyeHeight, chance, {
        // as the protocol draws them; now and then one is forgotten
        height: wantsHeight(id, { heightSample: 4, ...scene.ownProtocol?.options }) === true && number % 19 !== 7,
        hiddenBase: false,
      });
      keepReadings(keeper, where, { stem, visit }, taken, fault === 'girth-as-diameter' ? tree.dbh : null);
      truth.push({ ...tree, azimuth, fromCentre: distance, id, blunder: fault === 'girth-as-diameter' ? fault : null });
    }
  }
  return truth;
}

/** Trees of a plot that were called and not measured yet. */
export function callTrees(
  calls: readonly CalledInDemo[],
  keeper: Keeper,
  { survey, plot, species }: { readonly survey: string; readonly plot: string; readonly species: ReadonlyMap<string, string> },
  tagOf: (tree: number) => string,
): void {
  for (const [i, { code, diameter, height, at, count = 1 }] of calls.entries()) {
    const typed = [code.toLowerCase(), diameter, height, count > 1 ? `x${count}` : null, at ? `@${at[0]} ${at[1]}` : null];
    keeper.keep('tree', {
      survey,
      plot,
      tag: tagOf(i + 1),
      species: species.get(code),
      place: at ? { value: at[1], unit: 'm', along: 'level', to: 'axis', by: 'tape', bearing: at[0] } : null,
      called: {
        typed: typed.filter((part) => part != null).join(' '),
        diameter: { kind: 'exact', value: diameter, unit: 'cm', tool: 'caliper' },
        ...(height === undefined ? {} : { height: { value: height, unit: 'm', by: 'instrument' } }),
        count,
      },
    });
  }
}

/** What is asked of each tree; now and then it was forgotten. */
const answers = (number: number) => ({
  status: number % 17 === 5 ? 'dead-standing' : number % 29 === 11 ? 'down' : 'alive',
  ...(number % 31 === 13 ? {} : { crownClass: CROWN_CLASSES[[1, 0, 1, 2, 1, 3, 2][number % 7] as number] }),
});

/** @param girthOf the diameter, metres, of a tree whose circumference is typed for it; else null */
function keepReadings(
  keeper: Keeper,
  { protocol, instruments }: Where,
  at: { readonly stem: string; readonly visit: string },
  taken: readonly Taken[],
  girthOf: number | null,
): void {
  const determinations = new Map<string, string>();
  let station: string | null = null;
  const shots = new Map<string, number>();
  for (const { read, typed } of taken) {
    const sighted = read.kind === 'angle' || read.kind === 'distance' || read.kind === 'mark-height';
    if (sighted) station ??= keeper.keep('station', { visit: at.visit, number: 1 });
    const [quantity, method] =
      read.kind === 'diameter' ? ['dbh', 'tape'] : read.kind === 'logs' ? ['merchantable', 'told'] : ['height', 'tangent'];
    const determination = determinations.get(quantity) ?? keeper.keep('determination', { ...at, quantity, method, protocol });
    determinations.set(quantity, determination);
    const slot = read.kind === 'angle' ? read.target : read.kind;
    const shot = (shots.get(slot) ?? 0) + 1;
    shots.set(slot, shot);
    const girth = girthOf !== null && read.kind === 'diameter' ? Math.round(girthOf * Math.PI * 1000) / 10 : null;
    keeper.keep('reading', {
      ...at,
      determination,
      station: sighted ? station : null,
      shot,
      instrument: read.kind === 'diameter' ? instruments.tape : read.kind === 'angle' ? instruments.clinometer : null,
      typed: girth === null ? typed : String(girth),
      read: girth === null ? read : { ...read, value: girth },
    });
  }
}
