import { DomainError, type Metres, metres } from '../units';
import { byBiltmore } from './by-biltmore';
import { byCircumference } from './by-circumference';

/** Tools whose reading is a length. An optical reading is a kind of its own. */
export const DIAMETER_TOOLS = ['estimate', 'diameter-tape', 'plain-tape', 'caliper', 'biltmore-stick'] as const;
export type DiameterTool = (typeof DIAMETER_TOOLS)[number];

/** How many lengths one reading of a tool may hold, and what several of them mean. */
export const LENGTHS_OF_TOOL: Readonly<Record<DiameterTool, { readonly most: number; readonly several: 'add-up' | 'mean' }>> = {
  estimate: { most: 1, several: 'mean' },
  'diameter-tape': { most: 10, several: 'add-up' },
  'plain-tape': { most: 10, several: 'add-up' },
  caliper: { most: 2, several: 'mean' },
  'biltmore-stick': { most: 8, several: 'mean' },
};

/**
 * One reading of a tool as a diameter: lengths of a tape add up, the two readings of a caliper and the faces of a stick
 * are averaged.
 * @param tool the tool
 * @param lengths as read, metres, each above 0; at least one, at most as many as the tool allows
 * @param reach of a stick: the person's own and the one it is graduated for
 * @returns the diameter and, where there are two readings at right angles, how far the stem is from round
 * @throws DomainError `out-of-range`, `too-many-lengths`
 */
export function byTool(
  tool: DiameterTool,
  lengths: readonly Metres[],
  reach: { readonly own: Metres; readonly design: Metres },
): { readonly diameter: Metres; readonly outOfRound: number | null } {
  const rule = LENGTHS_OF_TOOL[tool];
  if (lengths.length === 0 || lengths.length > rule.most) {
    throw new DomainError('too-many-lengths', `readings of one ${tool}`, lengths.length, `from 1 to ${rule.most}`);
  }
  let sum = 0;
  for (const length of lengths) {
    if (!(Number.isFinite(length) && length > 0)) throw new DomainError('out-of-range', 'diameter', length, 'it must be above 0');
    sum +=
      tool === 'plain-tape' ? byCircumference(length) : tool === 'biltmore-stick' ? byBiltmore(length, reach.own, reach.design) : length;
  }
  const [first, second] = lengths;
  return {
    diameter: metres(rule.several === 'add-up' ? sum : sum / lengths.length),
    outOfRound: tool === 'caliper' && first && second ? Math.abs(first - second) / (sum / 2) : null,
  };
}
