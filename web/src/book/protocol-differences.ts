import type { ProtocolOptions } from '@arbolito/core';
import { sameValue } from '../contract/same';

type Option = keyof ProtocolOptions;

/** Options in which two protocols differ. */
export const differences = (a: ProtocolOptions, b: ProtocolOptions): readonly Option[] =>
  (Object.keys(a) as Option[]).filter((key) => !sameValue(a[key], b[key]));
