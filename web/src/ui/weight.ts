import { formatNumber } from '@arbolito/core';

/** What records weigh, as it is said. */
export const weight = (bytes: number): string =>
  bytes < 1_000_000 ? `${Math.ceil(bytes / 1000)} kB` : `${formatNumber(bytes / 1_000_000, 1)} MB`;
