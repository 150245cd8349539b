import { fromMetres, metres } from '../units';
import type { ProtocolOptions } from './protocol';
import { diameterClass } from './sampling/index';

/** A number that is always the same for the same text, spread evenly. @source FNV-1a, 32 bits */
export function sampleNumberOf(text: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return hash >>> 0;
}

/** A tree as it is drawn for a height. */
export interface HeightCandidate {
  readonly id: string;
  readonly plot: string | null;
  readonly species: string | null;
  /** Metres; null while it is not known, when it is in no class. */
  readonly dbh: number | null;
}
type Options = Pick<ProtocolOptions, 'heightSample' | 'heightChoice' | 'classWidth' | 'classNames' | 'units'>;

/** Classes of diameter where a protocol keeps none. */
export const USUAL_CLASSES = { metric: { value: 4, unit: 'cm' }, us: { value: 2, unit: 'in' } } as const;

/**
 * Whether a tree is one of those that want a height whatever the others are: drawn by its id, so that everybody who asks
 * gets the same answer.
 * @param tree its id
 * @returns true for one tree in as many as the protocol says, for every one where it says nothing; null where it follows
 *   from the other trees: ask `heightsWanted`
 * @example wantsHeight('any', {}) // true
 */
export function wantsHeight(
  tree: string,
  { heightSample = 1, heightChoice = 'chance' }: Pick<Options, 'heightSample' | 'heightChoice'>,
): boolean | null {
  if (heightSample === 0) return false;
  if (heightChoice === 'first-of-class') return null;
  if (heightSample === 1) return true;
  return heightChoice === 'chance' ? sampleNumberOf(tree) % heightSample === 0 : null;
}

/**
 * The trees of a survey that want a height.
 * @param trees in the order of their making: the same trees in another order may be drawn otherwise
 * @param options how often, and which
 * @returns their ids: by chance one in so many; the first of each species and class on a plot; or spread, one in so many of
 *   each species and class, its first one among them
 * @throws DomainError `out-of-range` for a diameter of 0 or less
 */
export function heightsWanted(trees: readonly HeightCandidate[], options: Options): ReadonlySet<string> {
  const { heightSample = 1, heightChoice = 'chance', units } = options;
  const { value, unit } = options.classWidth ?? USUAL_CLASSES[units];
  const seen = new Map<string, number>();
  const wanted = new Set<string>();
  for (const tree of trees) {
    const own = wantsHeight(tree.id, options);
    if (own !== null) {
      if (own) wanted.add(tree.id);
      continue;
    }
    if (tree.dbh === null) continue;
    const size = diameterClass(fromMetres(metres(tree.dbh), unit), value, options.classNames ?? 'middle');
    const group = `${heightChoice === 'first-of-class' ? tree.plot : ''} ${tree.species} ${size}`;
    const before = seen.get(group) ?? 0;
    seen.set(group, before + 1);
    if (heightChoice === 'first-of-class' ? before === 0 : before % heightSample === 0) wanted.add(tree.id);
  }
  return wanted;
}
