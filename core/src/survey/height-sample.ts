import type { ProtocolOptions } from './protocol';

/** A number that is always the same for the same text, spread evenly. @source FNV-1a, 32 bits */
export function sampleNumberOf(text: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return hash >>> 0;
}

/**
 * Whether a tree is one of those that want a height: drawn by its id, so that everybody who asks gets the same answer.
 * @param tree its id
 * @returns true for one tree in as many as the protocol says, for every one where it says nothing
 * @example wantsHeight('any', {}) // true
 */
export function wantsHeight(tree: string, { heightSample = 1 }: Pick<ProtocolOptions, 'heightSample'>): boolean {
  return heightSample > 0 && sampleNumberOf(tree) % heightSample === 0;
}
