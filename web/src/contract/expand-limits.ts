/** What one request for a survey's figures may hold. */
export const EXPAND_LIMITS = { trees: 20_000, plots: 5000, strata: 100, values: 20_000, readings: 20_000, bytes: 5_000_000 } as const;
