import type { Kind } from '../contract/kinds/index';
import { sameValue } from '../contract/same';
import type { BookTree } from './tree';
import type { Conflict } from './versions';

/** How many conflicts of a tree are open: of what is said of it and read of it, and strike-outs that did not know all of it. */
export const conflictsIn = ({ contested, openStrikeOuts }: Pick<BookTree, 'contested' | 'openStrikeOuts'>): number =>
  contested.reduce((n, { conflicts }) => n + conflicts.length, openStrikeOuts.length);

/** The tree and what of it is in conflict, each once. */
export const thingsIn = ({
  id,
  contested,
}: Pick<BookTree, 'id' | 'contested'>): readonly { readonly kind: Kind; readonly entity: string }[] => [
  { kind: 'tree', entity: id },
  ...contested.filter((c) => c.entity !== id),
];

/** The first conflict of a tree as a sentence; null without one. */
export function sayConflicts({ id, contested, openStrikeOuts }: Pick<BookTree, 'id' | 'contested' | 'openStrikeOuts'>): string | null {
  const [strike] = openStrikeOuts;
  if (strike) return sayOpenStrikeOut(id, strike.body.entity);
  const [thing] = contested;
  if (!thing) return null;
  const what = thing.entity === id ? conflictFields('tree', thing.conflicts[0]?.fields ?? []) : `a ${kindWord(thing.kind)} of this tree`;
  return `Two people entered different values for ${what}. The later value is in use until someone chooses.`;
}

/** Why a thing stays that somebody struck out. */
export const sayOpenStrikeOut = (thing: string, struck: string): string =>
  thing === struck
    ? 'One person struck this out while another changed it. It stays until you keep it or strike it out.'
    : 'One person struck out the plot while another added this tree. The tree stays until you keep the plot or strike out the tree.';

const KIND_WORDS: Partial<Record<Kind, string>> = {
  'body-measure': 'body measure',
  'pace-calibration': 'pace calibration',
  'tool-calibration': 'tool calibration',
  calibration: 'instrument check',
  'clock-check': 'clock check',
};
/** What a kind is called: `plot`, `body measure`. */
export const kindWord = (kind: Kind): string => KIND_WORDS[kind] ?? kind;

/** Groups of fields by the first of them, where that is not what they are called. */
const FIELD_WORDS: Readonly<Record<string, string>> = {
  'plot.longitude': 'centre position',
  'plot.radius': 'plot size',
  'plot.slope': 'slope and aspect',
  'plot.order': 'walking order',
  'plot.shifted': 'shifted inward',
  'plot.edges': 'boundaries',
  'plot.counted': 'trees counted',
  'plot.youngTrees': 'regeneration',
  'plot.deadwood': 'dead wood',
  'plot.minutes': 'time on the plot',
  'tree.azimuth': 'position and tally values',
  'tree.tag': 'tree number',
  'survey.kind': 'kind and design',
  'species.latin': 'scientific name',
  'instrument.tool': 'tool, error and scale',
};

/** What the fields of a conflict are called. */
export function conflictFields(kind: Kind, fields: readonly string[]): string {
  const [first = ''] = fields;
  if (kind === 'reading') return 'the reading';
  return FIELD_WORDS[`${kind}.${first}`] ?? plainName(first);
}

/** `formFactor` as `form factor`; of a named value its name. */
const plainName = (field: string): string =>
  field
    .slice(field.indexOf('.') + 1)
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase();

/** Units of fields, where they have one. */
const UNITS: Readonly<Record<string, string>> = {
  slope: '°',
  aspect: '°',
  axis: '°',
  azimuth: '°',
  longitude: '°',
  latitude: '°',
  radius: ' m',
  width: ' m',
  length: ' m',
  distance: ' m',
  placeError: ' m',
  basalAreaFactor: ' m²/ha',
  area: ' m²',
  grossArea: ' m²',
  minutes: ' min',
  reach: ' m',
  eyeHeight: ' m',
  breastHeight: ' m',
  cull: ' %',
};

/** The fields of a conflict on which its sides differ: what belongs together may partly be the same. */
export const differing = ({ fields, sides }: Pick<Conflict, 'fields' | 'sides'>): readonly number[] =>
  fields.flatMap((_, i) => (sides.every((s) => sameValue(s.values[i], sides[0]?.values[i])) ? [] : [i]));

/** A field of a conflict with its value: `slope 18°`. @param nameOf what an id names; null where it is none */
export function fieldValue(field: string, value: unknown, nameOf: (id: string) => string | null): string {
  return `${plainName(field)} ${withUnit(field, value, nameOf)}`;
}

/** A value of a conflict with its unit, where it has one. */
export const withUnit = (field: string, value: unknown, nameOf: (id: string) => string | null): string =>
  `${conflictValue(value, nameOf)}${typeof value === 'number' ? (UNITS[field] ?? '') : ''}`;

/** A value of a conflict as people read it. @param nameOf what an id names; null where it is none */
function conflictValue(value: unknown, nameOf: (id: string) => string | null): string {
  if (value === null || value === undefined) return 'not recorded';
  if (typeof value === 'string') return nameOf(value) ?? value.replaceAll('-', ' ');
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') return String(value);
  if (Array.isArray(value)) return value.length === 1 ? '1 entry' : `${value.length} entries`;
  return Object.entries(value)
    .flatMap(([name, inner]) => (inner === null || inner === undefined ? [] : [`${plainName(name)} ${conflictValue(inner, nameOf)}`]))
    .join(', ');
}
