import { type Metres, metres, requireAbove } from '../units';
import type { ErrorPart } from './error-part';

/** What reading once more makes better; where the tip hangs, how the stem leans, how high an eye is, it does not. */
const REPEATABLE: ReadonlySet<ErrorPart> = new Set([
  'distance',
  'top-sight',
  'base-sight',
  'top-shot',
  'base-shot',
  'pole-sight',
  'baseline',
  'near-tip',
  'far-tip',
  'far-base',
  'plumb',
  'stick',
  'set-angle',
  'device',
  'shadow',
  'direct',
]);
/** A gain under this share of the error is not worth the reading. */
const WORTH = 0.05;

export interface Acceptance {
  /** Whether the height is as good as asked. */
  readonly accept: boolean;
  /** The one reading worth repeating: what the error becomes, and the gain; null where it is good enough, or none would help. */
  readonly repeat: { readonly part: ErrorPart; readonly sigma: Metres; readonly gain: Metres } | null;
}

/**
 * Whether a height is good enough, and if not which one reading to repeat.
 * @param height its standard error and what that is made of, metres
 * @param asked the error that is good enough, metres, above 0
 * @returns accept, or the reading whose repetition takes off most
 * @throws DomainError `out-of-range`
 * @source the mean of two readings has half the variance of one
 * @example worthRepeating({ sigma: metres(0.5), parts: { distance: 0.1, 'top-sight': 0.4 } }, metres(0.3)).repeat?.part // 'top-sight'
 */
export function worthRepeating(
  height: { readonly sigma: number; readonly parts: Readonly<Partial<Record<ErrorPart, number>>> | null },
  asked: Metres,
): Acceptance {
  requireAbove('error asked for', asked);
  if (height.sigma <= asked) return { accept: true, repeat: null };
  let repeat: Acceptance['repeat'] = null;
  for (const [part, by] of Object.entries(height.parts ?? {}) as [ErrorPart, number][]) {
    if (!REPEATABLE.has(part)) continue;
    const sigma = Math.sqrt(Math.max(0, height.sigma ** 2 - by ** 2 / 2));
    const gain = height.sigma - sigma;
    if (gain > WORTH * height.sigma && gain > (repeat?.gain ?? 0)) repeat = { part, sigma: metres(sigma), gain: metres(gain) };
  }
  return { accept: false, repeat };
}
