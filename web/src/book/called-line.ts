import { type CalledTree, type LineContext, NOTHING_CALLED, type ProtocolOptions } from '@arbolito/core';
import type { CALLED_WITH, CalledInput } from '../contract/called';
import type { BodyOf } from '../contract/envelope';
import type { PlaceInput } from '../contract/sampling';
import { countOf } from './called';
import { placeOf } from './on-plot';
import type { Stated } from './things';

type Tree = BodyOf<'tree'>;

/** What a line is read under in a survey. */
export function lineContext(species: readonly Stated<'species'>[], protocol: ProtocolOptions): LineContext {
  const { units, classWidth, classNames = 'middle', tally, merchantable, ownFields = [] } = protocol;
  return {
    species: species.map(({ body: { code, name } }) => ({ code, name })),
    units,
    classes: tally?.byClass && classWidth ? { width: classWidth.value, unit: classWidth.unit, names: classNames } : null,
    second: tally?.second ?? null,
    logLength: merchantable?.logs?.length ?? null,
    ownFields,
  };
}

/** How called values are taken where the line does not say: by what, and how the distance lies. */
export interface CalledWays {
  readonly tool: (typeof CALLED_WITH)[number];
  readonly along: Exclude<PlaceInput['along'], 'sight'>;
  readonly to: PlaceInput['to'];
  readonly by: PlaceInput['by'];
}
export const USUAL_WAYS: CalledWays = { tool: 'diameter-tape', along: 'level', to: 'axis', by: 'tape' };

/** What of a tree's record a line says. */
export type LineBody = Pick<
  Tree,
  'species' | 'place' | 'called' | 'product' | 'status' | 'crownClass' | 'damage' | 'cutOrLeave' | 'cull' | 'grade' | 'own' | 'note'
>;

/**
 * What a line makes of a tree's record.
 * @param tree as it was called
 * @param typed the line itself
 * @param species ids by code
 * @param last the species that goes on where the line says none
 */
export function bodyOfLine(
  tree: CalledTree,
  typed: string,
  species: ReadonlyMap<string, string>,
  last: string | null,
  ways: CalledWays,
): LineBody {
  const { diameter, height, logs, count, place } = tree;
  const called: CalledInput = {
    typed: typed.trim().slice(0, MOST_TYPED),
    diameter:
      diameter === null
        ? null
        : diameter.kind === 'class'
          ? diameter
          : { kind: 'exact', value: diameter.value, unit: diameter.unit, tool: diameter.byEye ? 'estimate' : ways.tool },
    logs,
    height: height && { value: height.value, unit: height.unit, by: height.byEye ? 'eye' : 'instrument' },
    count,
  };
  return {
    species: tree.species === null ? last : (species.get(tree.species.toLowerCase()) ?? null),
    place: place && {
      value: place.distance,
      unit: place.unit,
      along: ways.along,
      to: ways.to,
      by: place.byEye ? 'eye' : ways.by,
      bearing: place.bearing,
    },
    called,
    product: tree.product,
    status: tree.status,
    crownClass: tree.crownClass,
    damage: tree.damage,
    cutOrLeave: tree.cutOrLeave,
    cull: tree.cull,
    grade: tree.grade,
    own: tree.own,
    note: tree.note,
  };
}
const MOST_TYPED = 300;

/**
 * A tree's record as it would be called: the line that corrects it. A place that a line can't say is left out of it.
 * @param code of a species, by its id
 */
export function lineOfBody(body: Tree, code: (species: string) => string | null): CalledTree {
  const { called } = body;
  const diameter = called?.diameter ?? null;
  const place = placeOf(body);
  return {
    ...NOTHING_CALLED,
    species: body.species == null ? null : code(body.species),
    diameter:
      diameter === null
        ? null
        : diameter.kind === 'class'
          ? { kind: 'class', from: diameter.from, width: diameter.width, unit: diameter.unit }
          : { kind: 'exact', value: diameter.value, unit: diameter.unit, byEye: diameter.tool === 'estimate' },
    logs: called?.logs ?? null,
    height: called?.height ? { value: called.height.value, unit: called.height.unit, byEye: called.height.by === 'eye' } : null,
    count: countOf(called),
    place:
      place && isSayable(place)
        ? { bearing: place.bearing as number, distance: place.value, unit: place.unit, byEye: place.by === 'eye' }
        : null,
    cull: body.cull ?? null,
    grade: body.grade ?? null,
    status: body.status ?? null,
    crownClass: body.crownClass ?? null,
    cutOrLeave: body.cutOrLeave ?? null,
    product: body.product ?? null,
    damage: body.damage ?? null,
    own: body.own ?? null,
    tag: body.tag,
    note: body.note ?? null,
  };
}

/**
 * A tree's record after its line was typed anew: what a line can't say stays, and so does what it says as it did.
 * @param tag of the new line; the old one's where it says none
 */
export function corrected(before: Tree, line: LineBody, tag: string): Tree {
  const note = before.note != null && oneLine(before.note) === line.note ? before.note : line.note;
  return { ...before, ...line, ...placeAfter(before, line), called: calledAfter(before, line), note, tag };
}
const oneLine = (text: string) => text.replace(/\s+/g, ' ').trim();

function placeAfter(before: Tree, { place }: LineBody): Pick<Tree, 'place' | 'azimuth' | 'distance'> {
  const { azimuth, distance } = before;
  const kept = { place: before.place ?? null, azimuth, distance };
  const old = placeOf(before);
  if (!place) return old && !isSayable(old) ? kept : { place: null, azimuth: null, distance: null };
  const same = old && old.bearing === place.bearing && old.value === place.value && old.unit === place.unit;
  return same ? kept : { place, azimuth: null, distance: null };
}

/** A line says nothing of the tool: it stays, unless by eye became by tool or the other way. */
function calledAfter(before: Tree, { called }: LineBody): Tree['called'] {
  const [old, now] = [before.called?.diameter, called?.diameter];
  if (!called || old?.kind !== 'exact' || now?.kind !== 'exact' || (old.tool === 'estimate') !== (now.tool === 'estimate')) return called;
  return { ...called, diameter: { ...now, tool: old.tool } };
}

const isSayable = (place: PlaceInput) => place.bearing !== undefined && place.along !== 'sight';

/** Why a record that stands for several can't be kept; null where it can. */
export function wrongAlike({ called, place, azimuth, distance, longitude, latitude }: Tree): string | null {
  const count = countOf(called);
  const placed = [place, azimuth, distance, longitude, latitude].some((v) => v != null);
  return count > 1 && placed ? `${count} alike can’t stand at one place, and this tree has one: each is called for itself.` : null;
}

/**
 * One of several alike and the others, as two records: together they stand for as many as before.
 * @param tag of the record that is made
 * @param measured whether what was read under the old record is the one's: then the others are the new record
 * @returns null where it is one already
 */
export function oneOfSeveral(tree: Tree, tag: string, measured: boolean): { readonly stays: Tree; readonly made: Tree } | null {
  const { called } = tree;
  const count = countOf(called);
  if (!called || count < 2) return null;
  const of = (n: number, body: Tree): Tree => ({ ...body, called: { ...called, count: n } });
  const [stay, make] = measured ? [1, count - 1] : [count - 1, 1];
  return { stays: of(stay, tree), made: of(make, { ...tree, tag }) };
}
