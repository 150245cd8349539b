import { type HeightHabit, heightHabit, metres, metresPerLength, showDiameter, showHeight, type UnitSystem } from '@arbolito/core';
import { isOut } from './on-plot';
import { findingsIn, type TreeRow } from './tree-row';
import { onceOf, type TreesHere } from './trees-here';

/** What a survey's trees are like so far, to hold a line against. */
export interface SurveyHabits {
  readonly trees: number;
  /** Metres; null where none has a diameter. */
  readonly thinnest: number | null;
  readonly thickest: number | null;
  readonly species: ReadonlySet<string>;
  readonly heights: HeightHabit | null;
}

/** So many heights say what all of them would. */
const SOME = 400;

export const habitsOf = onceOf((rows): SurveyHabits => {
  const species = new Set<string>();
  const both: (readonly [number, number])[] = [];
  let [trees, thickest, thinnest] = [0, 0, Infinity];
  const every = Math.max(1, Math.floor(rows.length / (4 * SOME)));
  for (const [i, r] of rows.entries()) {
    if (r.struck || r.out.length > 0) continue;
    trees += r.count;
    if (r.species !== null) species.add(r.species);
    if (r.dbh === null) continue;
    if (r.dbh > thickest) thickest = r.dbh;
    if (r.dbh < thinnest) thinnest = r.dbh;
    if (r.height !== null && i % every === 0) both.push([r.dbh, r.height]);
  }
  return {
    trees,
    thinnest: thickest > 0 ? thinnest : null,
    thickest: thickest || null,
    species,
    heights: heightHabit(both.slice(0, 4 * SOME)),
  };
});

/** Tags are one however they are written. */
const spelt = (tag: string) => tag.trim().toLowerCase();
/** Trees by tag, and those that stand somewhere. */
const byTag = onceOf((rows) => {
  const found = new Map<string, TreeRow[]>();
  for (const row of rows) {
    const tag = spelt(row.tag);
    found.set(tag, [...(found.get(tag) ?? []), row]);
  }
  return found;
});
/** Whether one of some trees of a plot has a tag. */
function hasTag({ told, fresh, replaced }: TreesHere, tag: string, among: (r: TreeRow) => boolean): boolean {
  const said = spelt(tag);
  return (byTag(told).get(said) ?? []).some((r) => among(r) && !replaced.has(r.id)) || fresh.some((r) => among(r) && spelt(r.tag) === said);
}
/** Whether an earlier tree of a plot has the tag of this one. */
export const tagIsTaken = (row: TreeRow, here: TreesHere): boolean =>
  !row.struck && hasTag(here, row.tag, (r) => r.id < row.id && !r.struck);
const placed = onceOf((rows) => rows.filter((r) => r.onPlot.at !== null));

/** What is said of a line before it is kept. */
export interface LineNote {
  readonly code: string;
  /** A doubt asks for a second look; the rest is only said. */
  readonly severity: 'doubt' | 'said';
  readonly text: string;
}

/** A survey's habits are held against a line once it has so many trees. */
const ENOUGH = 20;
const ENOUGH_SPECIES = 30;
/** Past the thickest so far by this much it is more likely a slip of the decimal point, or a girth. */
const MUCH_THICKER = 1.5;
/** Two trees whose axes are nearer than this are one, metres. */
const ONE_TREE = 0.2;

/**
 * What looks wrong about a called tree, while the person still stands there; the gravest first.
 * @param row of the tree, as it would be kept
 * @param here the trees of its plot
 * @param habits of its survey
 */
export function lineNotes(row: TreeRow, here: TreesHere, habits: SurveyHabits, units: UnitSystem): readonly LineNote[] {
  const notes: LineNote[] = [];
  const doubt = (code: string, text: string) => notes.push({ code, severity: 'doubt', text });
  const said = (code: string, text: string) => notes.push({ code, severity: 'said', text });
  const isOther = (r: TreeRow) => r.id !== row.id && !r.struck;
  const fresh = here.fresh.filter(isOther);
  const isStill = (r: TreeRow) => isOther(r) && !here.replaced.has(r.id);
  if (row.trouble !== null) doubt('trouble', row.trouble);
  if (hasTag(here, row.tag, isOther)) doubt('tag-taken', `Tree ${row.tag} is there already on this plot: it wants another number.`);
  const { at, unsaid } = row.onPlot;
  const isAt = (r: TreeRow) => at !== null && r.onPlot.at !== null && Math.hypot(r.onPlot.at.x - at.x, r.onPlot.at.y - at.y) < ONE_TREE;
  const twin = at && (fresh.find(isAt) ?? placed(here.told).find((r) => isAt(r) && isStill(r)));
  if (twin) doubt('place-taken', `Tree ${twin.tag} stands there already: is it called twice?`);
  for (const f of findingsIn(row)) if (f.severity !== 'advice') doubt(f.code, `${f.what} ${f.why}`);
  if (habits.trees >= ENOUGH && habits.thickest !== null && row.dbh !== null && row.dbh > MUCH_THICKER * habits.thickest)
    doubt(
      'much-thicker',
      `Far thicker than any tree of this survey so far (${showDiameter(metres(habits.thickest), units)}): a girth, a slipped decimal point, another unit?`,
    );
  if (
    habits.trees >= ENOUGH_SPECIES &&
    row.species !== null &&
    !habits.species.has(row.species) &&
    !fresh.some((r) => r.species === row.species)
  )
    doubt('new-species', `The first ${row.species} of this survey: is that its code?`);
  if (row.dbh !== null && row.height !== null) {
    const share = habits.heights?.off(metres(row.dbh), metres(row.height)) ?? null;
    if (share !== null)
      doubt(
        'off-height-curve',
        `${showHeight(metres(row.height), units)} is ${Math.round(Math.abs(Math.expm1(share)) * 100)} % ${share > 0 ? 'taller' : 'shorter'} than this survey’s trees of that size: logs for ${metresPerLength(units) === 1 ? 'metres' : 'feet'}, another unit, a girth?`,
      );
  }
  if (row.notCounted === 'too-thin' || unsaid?.code === 'too-thin')
    said('too-thin', 'Under the smallest diameter that is looked for: kept, and counted nowhere.');
  else if (row.notCounted === 'status') said('status', 'Not counted: its survey counts no trees of its status.');
  else if (isOut(row.onPlot) && !row.onPlot.undecided) said('out', 'Outside the plot: kept, and counted nowhere.');
  return notes;
}
