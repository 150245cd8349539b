import {
  byFormFactor,
  DEFAULT_FORM_CLASS,
  DEFAULT_FORM_FACTOR,
  DEFAULT_TAPER_PER_LOG,
  DomainError,
  diameterClass,
  feet,
  inches,
  type LogRuleName,
  logByLog,
  metres,
  metresToInches,
  type ProtocolOptions,
  squareMetres,
  USUAL_CLASSES,
} from '@arbolito/core';
import { notCounted, type Said, saidOf } from '../../book/asked';
import { outOf } from '../../book/cant-be';
import { IN_SI, type InSi } from '../../book/land-units';
import { outcomeOf } from '../../book/outcome';
import { usable } from '../../book/usable';
import type { ExpandRequest, ExpandSpecies } from '../../contract/expand';
import type { ExpandTree } from '../../contract/expand-tree';
import { type FieldErrors, shown } from '../../contract/field-errors';

/** What all trees of a request are read with. */
export interface TreeReader {
  readonly units: InSi;
  readonly breastHeight: number;
  readonly protocol: ProtocolOptions | null;
  readonly species: ReadonlyMap<string, ExpandSpecies> | null;
  readonly formFactor: number | null;
  readonly counted: Pick<ProtocolOptions, 'countedStatuses' | 'smallestDiameter'>;
  readonly classes: { readonly width: number; readonly names: 'middle' | 'lower-limit' };
  /** Species whose figures were assumed. */
  readonly assumed: { readonly formFactor: Set<string>; readonly formClass: Set<string> };
}

export function readerOf(request: ExpandRequest, protocol: ProtocolOptions | null): TreeReader {
  const units = IN_SI[request.units];
  return {
    units,
    // 4.5 ft where feet are counted
    breastHeight: protocol?.breastHeight ?? (request.units === 'us' ? 1.3716 : 1.3),
    protocol,
    species: request.species ? new Map(request.species.map((s) => [s.name, s])) : null,
    formFactor: request.formFactor ?? null,
    counted: {
      ...(request.statuses ? { countedStatuses: request.statuses } : {}),
      ...(request.smallest === undefined ? {} : { smallestDiameter: request.smallest * units.diameter }),
    },
    classes: request.classes ?? { width: USUAL_CLASSES[request.units].value, names: 'middle' },
    assumed: { formFactor: new Set(), formClass: new Set() },
  };
}

/** What of a tree is known, SI. */
export interface ReadTree {
  readonly dbh: number | null;
  /** Unrounded: what decides whether it is in. */
  readonly deciding: number | null;
  readonly height: number | null;
  readonly basalArea: number | null;
  readonly volume: number | null;
  readonly told: boolean;
  readonly boardFeet: Readonly<Partial<Record<LogRuleName, number>>> | null;
  readonly formFactor: number;
  readonly formFactorError: number;
  /** Whether something of it can't be so. */
  readonly out: boolean;
  /** Whether height and diameter hardly go together. */
  readonly odd: boolean;
  readonly said: Said;
  /** Name of its diameter class, in the request's unit; null without a diameter. */
  readonly class: number | null;
}

const FIGURES = ['dbh', 'height', 'volume', 'logs'] as const;

/** What contradicts itself in a tree; each a sentence. */
export function contradictions(tree: ExpandTree, at: string, reader: TreeReader, errors: FieldErrors): void {
  const says = (field: string, allowed: string) =>
    errors.add(`${at}.${field}`, shown((tree as unknown as Record<string, unknown>)[field]), allowed);
  if (tree.readings !== undefined) {
    const beside = FIGURES.find((f) => tree[f] !== undefined);
    if (beside) says(beside, 'left out where readings are told: either readings or dbh, height, volume and logs');
    if (!reader.protocol) says('readings', 'with a preset or protocol of the request: readings are judged under one');
  }
  if (tree.azimuth !== undefined && tree.distance === undefined) says('azimuth', 'with azimuth only where a distance is said');
  if (tree.elevation !== undefined && tree.distance === undefined) says('elevation', 'with elevation only where a distance is said');
  if (tree.logs !== undefined && tree.dbh === undefined) says('logs', 'with logs only where a dbh is said');
  if ((tree.count ?? 1) > 1 && (tree.distance !== undefined || (tree.countsAs ?? 1) !== 1))
    says('count', '1 where a distance or an edge is told: several alike have none of their own');
  if (tree.countsAs !== undefined && tree.azimuth !== undefined)
    says('countsAs', 'left out where an azimuth is told: a tree near an edge counts as told or is judged from where it stands');
  if (reader.species && tree.species !== undefined && !reader.species.has(tree.species))
    says('species', `one of the request’s species: ${[...reader.species.keys()].slice(0, 20).join(', ')}`);
  if (tree.height !== undefined && tree.dbh !== undefined && tree.height * reader.units.length <= reader.breastHeight)
    says('height', `above breast height, ${reader.breastHeight} m: a tree with a diameter there reaches it`);
}

/** What height and diameter of a tree do that hardly any does: (H − b)/d of forest and open-grown trees. */
const SLENDER = { from: 8, to: 200 };

/**
 * What a tree's figures or readings come to.
 * @param errors told of what can't be
 * @returns null where something of it can't be read
 */
export function readTree(tree: ExpandTree, at: string, reader: TreeReader, errors: FieldErrors): ReadTree | null {
  const own = tree.species === undefined ? undefined : reader.species?.get(tree.species);
  const name = tree.species ?? 'trees without a species';
  const formFactor = own?.formFactor ?? reader.formFactor ?? DEFAULT_FORM_FACTOR.value;
  const formFactorError = (own?.formFactorError ?? DEFAULT_FORM_FACTOR.sigma) / formFactor;
  const said = saidOf({ status: tree.status ?? null, grade: tree.grade ?? null } as never);
  const factors = { formFactor, formFactorError, said };
  const assumes = () => {
    if (own?.formFactor === undefined && reader.formFactor === null) reader.assumed.formFactor.add(name);
  };
  if (tree.readings !== undefined) {
    const protocol = reader.protocol as ProtocolOptions;
    const { formFactor: f, formFactorError: sigma, formClass, taperPerLog } = own ?? {};
    const figures = {
      ...(f === undefined ? (reader.formFactor === null ? {} : { formFactor: reader.formFactor }) : { formFactor: f }),
      ...(sigma === undefined ? {} : { formFactorSigma: sigma }),
      ...(formClass === undefined ? {} : { formClass }),
      ...(taperPerLog === undefined ? {} : { taperPerLog }),
    };
    const outcome = outcomeOf({ readings: tree.readings, protocol, species: figures });
    if (!outcome.ok) {
      const { quantity, value, expected } = outcome.error;
      errors.add(`${at}.readings (${quantity})`, shown(value), expected);
      return null;
    }
    const { result, findings } = outcome;
    const out = outOf(findings);
    const badDiameter = out.includes('diameter');
    const dbh = result.dbh.ok && !badDiameter ? result.dbh.value : null;
    const height = result.height.ok && out.length === 0 ? result.height.value.value : null;
    if (result.basalArea.ok) assumes();
    return {
      ...factors,
      dbh: dbh?.value ?? null,
      deciding: dbh?.unrounded ?? null,
      height,
      basalArea: result.basalArea.ok && !badDiameter ? result.basalArea.value.value : null,
      volume: result.cubic.ok && out.length === 0 ? result.cubic.value.value : null,
      told: false,
      boardFeet: result.boards.ok && out.length === 0 ? result.boards.value.boardFeet : null,
      out: out.length > 0,
      odd: false,
      class: classOf(dbh?.value ?? null, reader),
    };
  }
  const { units } = reader;
  const dbh = tree.dbh === undefined ? null : tree.dbh * units.diameter;
  const height = tree.height === undefined ? null : tree.height * units.length;
  const basalArea = dbh === null ? null : (Math.PI * dbh * dbh) / 4;
  const told = tree.volume !== undefined;
  if (!told && basalArea !== null) assumes();
  const volume = told
    ? (tree.volume as number) * units.volume
    : basalArea !== null && height !== null
      ? byFormFactor(squareMetres(basalArea), metres(height), formFactor)
      : null;
  const slender = dbh === null || height === null ? null : (height - reader.breastHeight) / dbh;
  return {
    ...factors,
    dbh,
    deciding: dbh,
    height,
    basalArea,
    volume,
    told,
    boardFeet: boardsOf(tree, at, reader, own, errors),
    out: false,
    odd: slender !== null && (slender < SLENDER.from || slender > SLENDER.to),
    // as it was typed: a diameter on a limit stays there
    class: tree.dbh === undefined ? null : diameterClass(tree.dbh, reader.classes.width, reader.classes.names),
  };
}

function boardsOf(
  { dbh, logs, species }: ExpandTree,
  at: string,
  { units, assumed }: TreeReader,
  own: ExpandSpecies | undefined,
  errors: FieldErrors,
) {
  if (logs === undefined || dbh === undefined) return null;
  if (own?.formClass === undefined || own.taperPerLog === undefined) assumed.formClass.add(species ?? 'trees without a species');
  const taper = {
    formClass: own?.formClass ?? DEFAULT_FORM_CLASS,
    taperPerLog: inches(own?.taperPerLog ?? DEFAULT_TAPER_PER_LOG),
    logLength: feet(16),
  };
  const cut = usable(() => logByLog(metresToInches(metres(dbh * units.diameter)), logs, taper));
  if (!(cut instanceof DomainError)) return cut.boardFeet;
  errors.add(`${at}.logs`, shown(logs), cut.expected);
  return null;
}

const classOf = (dbh: number | null, { units, classes }: TreeReader) =>
  dbh === null || !(dbh > 0) ? null : diameterClass(dbh / units.diameter, classes.width, classes.names);

/** Why a tree is in no sum; null where it is in them. */
export const uncountedWhy = (tree: ReadTree, out: boolean, underRule: boolean, { counted }: TreeReader) =>
  notCounted(tree.said, tree.dbh, { out, underRule }, counted);
