// Every random test draws the same cases each time, so that red means changed. FC_SEED and FC_RUNS ask for others.
import fc from 'fast-check';

const { FC_SEED, FC_RUNS } = process.env;
fc.configureGlobal({ seed: Number(FC_SEED ?? 20261125), ...(FC_RUNS ? { numRuns: Number(FC_RUNS) } : {}) });
