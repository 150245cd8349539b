import type { ProtocolOptions } from '@arbolito/core';
import { sameValue } from '../contract/same';

type Option = keyof ProtocolOptions;

/** Options in which two protocols differ; one that only one of them has is one. */
export const differences = (a: ProtocolOptions, b: ProtocolOptions): readonly Option[] =>
  ([...new Set([...Object.keys(a), ...Object.keys(b)])] as Option[]).filter((key) => !sameValue(a[key] ?? null, b[key] ?? null));
