import type { DistanceTool, Reading, ToolName } from '@arbolito/core';
import { toolOf } from '@arbolito/core';

/** The instruments in hand, by what they are used for. */
export type InstrumentUse = 'angle' | 'shot' | 'tape' | 'rangefinder';
export type Instruments = Readonly<Partial<Record<InstrumentUse, string>>>;

/** How a distance is found. */
export type DistanceWay = DistanceTool | 'paces';

/**
 * The slot of a tree's sheet that a reading fills; a second reading of a slot is another shot. Two tapes fill the same
 * slot (a diameter may turn out to be a girth), every other tool its own, so that what is paced and taped stays a pair.
 */
export function slotOf(read: Reading): string {
  switch (read.kind) {
    case 'angle':
    case 'shot':
      return read.name ? `point:${read.name}` : read.target === 'stem' ? 'distance:laser' : read.target;
    case 'diameter':
    case 'optical-diameter':
      return read.upper ? 'upper' : slotOfTool(toolOf(read));
    case 'distance':
      return read.to === 'plumb' ? 'plumb' : slotOfDistance(read.by ?? 'tape');
    case 'paces':
      return slotOfDistance('paces');
    case 'device-height':
      return 'device';
    case 'from-eye':
      return read.target === 'base' || read.target === 'mark' ? 'below' : 'above-below';
    case 'direct-height':
      return read.target === 'stump' ? 'stump' : 'direct';
    default:
      return read.kind;
  }
}
export const slotOfTool = (tool: ToolName) => (tool === 'diameter-tape' || tool === 'plain-tape' ? 'dbh' : `dbh:${tool}`);
export const slotOfDistance = (by: DistanceWay) => (by === 'tape' ? 'distance' : `distance:${by}`);
/** The step at which a slot is filled. */
export const stepOfSlot = (slot: string) => slot.split(':')[0] as string;

/** Whether a reading is one stem's own. */
export const ofStem = (read: Reading) => read.kind === 'diameter' || read.kind === 'optical-diameter' || read.kind === 'trunk';

/** Whether a reading was told of the whole tree, from no station. */
export const ofNoStation = (read: Reading) => ofStem(read) || OF_THE_TREE.has(read.kind);
const OF_THE_TREE: ReadonlySet<Reading['kind']> = new Set([
  'logs',
  'merchantable-height',
  'crown-spread',
  'called-height',
  'neighbour',
  'earlier-height',
]);

/** Which of the instruments in hand took a reading. */
export function instrumentOf(read: Reading, own: Instruments): string | null {
  if (read.kind === 'angle') return own.angle ?? null;
  if (read.kind === 'shot') return own.shot ?? null;
  if (read.kind !== 'distance') return null;
  const by = read.by ?? 'tape';
  return (by === 'tape' ? own.tape : by === 'fixed-base' ? own.rangefinder : own.shot) ?? null;
}
