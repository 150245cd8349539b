import {
  type Answer,
  FIRST_STEM,
  type Pom,
  type PreviousDiameter,
  type ProtocolOptions,
  type Reading,
  type ToolName,
  type TreeResult,
  type Trunk,
} from '@arbolito/core';
import type { BookTree } from '../../book/book';
import { FIRST, type StemInHand } from '../../book/make-records';
import { type DistanceWay, slotOf, slotOfDistance, slotOfTool, stepOfSlot } from '../../book/slots';
import type { ReadingEntity } from '../../book/tree';
import type { BodyOf } from '../../contract/envelope';
import type { TapeAt } from '../../methods/step';

/** A stem of the tree in hand, read or still to be read. */
export interface StemLine extends StemInHand {
  /** Two devices may both have made a stem 2: they stay two, 2 and 2′. */
  readonly name: string;
  readonly diameter: number | null;
}

/** The stem in hand as the book names it; by its number where the book does not have it yet. */
export function stemInBook(tree: BookTree | null, { id, number }: StemInHand): { readonly id: string | null; readonly name: string } {
  const known = tree?.stems.find((s) => (id === null ? s.number === number : s.id === id));
  return known ?? { id: null, name: String(number) };
}

/**
 * Where the tape goes on the stem in hand: as its trunk decides, else where the last visit read it, else at breast height.
 * @param where the point found for the trunk; null when nothing is said of it
 * @param taken readings of this tool on this stem so far
 */
export function tapeAt(
  where: Answer<Pom> | null,
  previous: readonly PreviousDiameter[],
  stem: string,
  protocol: ProtocolOptions,
  taken: number,
): TapeAt {
  if (where?.ok) {
    const { tapes } = where.value;
    const nth = taken % tapes.length;
    return { pom: tapes[nth] ?? where.value.pom, why: whyOf(where.value), by: 'trunk', nth: nth + 1, of: tapes.length };
  }
  const before = previous.find((p) => (p.stem ?? FIRST_STEM) === stem);
  if (before && !where) return { pom: before.pom, why: 'The point of the last visit.', by: 'visit', nth: 1, of: 1 };
  return { pom: protocol.breastHeight, why: null, by: 'protocol', nth: 1, of: 1 };
}

/** The steps that led to a point, short enough to stand in a record. */
function whyOf(pom: Pom): string {
  const text = pom.steps.map((s) => s.text).join(' ');
  return text.length > 400 ? `${text.slice(0, 399)}…` : text;
}

/** Every stem there is, is said to be or is in hand, with what it measured. */
export function stemLines(tree: BookTree | null, readings: readonly Reading[], result: TreeResult, current = FIRST): readonly StemLine[] {
  const said = Math.max(1, ...readings.map((r) => (r.kind === 'trunk' ? seen(r.trunk, result) : 1)));
  const known = tree?.stems ?? [];
  const count = Math.max(said, current.number, ...readings.map((r) => Number.parseInt(r.stem ?? '1', 10) || 1));
  const unread = Array.from({ length: count }, (_, i) => i + 1)
    .filter((n) => !known.some((s) => s.number === n))
    .map((number) => ({ id: null, number, name: String(number) }));
  return [...known, ...unread]
    .sort((a, b) => a.number - b.number)
    .map((stem): StemLine => {
      const dbh = result.stems.find((s) => s.stem === stem.name)?.dbh;
      return { ...stem, diameter: dbh?.ok ? dbh.value.unrounded : null };
    });
}

/** One more stem than there are. */
export const nextStem = (stems: readonly StemLine[]): StemInHand => ({ id: null, number: 1 + Math.max(0, ...stems.map((s) => s.number)) });

/** Slope and snow as they were said of the first stem; null where nothing was said of them. */
export function groundOf(readings: readonly Reading[]): Trunk | null {
  const first = readings.findLast((r) => r.kind === 'trunk' && (r.stem ?? FIRST_STEM) === FIRST_STEM);
  if (first?.kind !== 'trunk') return null;
  const { slope, snow } = first.trunk;
  const ground = { ...(slope ? { slope } : {}), ...(snow ? { snow } : {}) };
  return Object.keys(ground).length > 0 ? ground : null;
}

/** Stems to be read one by one: none where one stem below the fork stands for all. */
function seen(trunk: Trunk, result: TreeResult): number {
  const one = trunk.fork && result.stems.some((s) => s.where?.ok && s.where.value.stems === 'one');
  return one ? 1 : (trunk.stems ?? (trunk.fork ? 2 : 1));
}

/** The step a kept reading was read at; from the farther of two stations it has a step of its own. */
const stepOf = ({ read, station }: ReadingBody, far: string | null) => {
  const step = stepOfSlot(slotOf(read));
  return far !== null && station === far ? `far-${step}` : step;
};
type ReadingBody = BodyOf<'reading'>;

/** Readings of a step that belong to a stem: the tool's own slot, so that two tools never correct each other. */
export function sameSlot(
  body: ReadingBody,
  slots: { readonly tool: ToolName; readonly by: DistanceWay },
  step: string,
  far: string | null,
) {
  const slot = slotOf(body.read);
  if (step === 'dbh') return slot === slotOfTool(slots.tool);
  if (step === 'distance') return slot === slotOfDistance(slots.by);
  return stepOf(body, far) === step;
}
/** Whether a reading that is in force was read at a step. */
export const atStep = ({ body }: ReadingEntity, step: string, far: string | null) => body !== null && stepOf(body, far) === step;
