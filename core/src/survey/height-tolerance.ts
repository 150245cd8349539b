import { type Metres, metres } from '../units';
import type { ProtocolOptions } from './protocol';

/**
 * How large the standard error of a height may be for the protocol's purpose: the wider of its two bounds.
 * @param p the protocol
 * @param height metres
 * @returns metres
 * @example heightTolerance({ heightTolerance: { absolute: 1, relative: 0.05 } }, metres(30)) // 1.5
 */
export function heightTolerance(p: Pick<ProtocolOptions, 'heightTolerance'>, height: Metres): Metres {
  return metres(Math.max(p.heightTolerance.absolute, (p.heightTolerance.relative ?? 0) * height));
}
