import { formatNumber } from '@arbolito/core';

/** What records weigh, as it is said. */
export const weight = (bytes: number): string =>
  bytes < 1_000_000
    ? `${Math.ceil(bytes / 1000)} kB`
    : bytes < 1_000_000_000
      ? `${formatNumber(bytes / 1_000_000, 1)} MB`
      : `${formatNumber(bytes / 1_000_000_000, 1)} GB`;
