import { checkTree, deriveTree, PRESETS, type Reading } from '@arbolito/core';

const protocol = PRESETS['timber-us'].options;
const species = { crown: 'conifer', formFactor: 0.45, formFactorSigma: 0.04, formClass: 80, taperPerLog: 2 } as const;

/** Trees that differ, so that nothing can be computed once for all. */
function readingsOf(i: number): Reading[] {
  return [
    { kind: 'diameter', tool: 'diameter-tape', value: 12 + (i % 160) / 10, unit: 'in' },
    { kind: 'distance', value: 66 + (i % 40), unit: 'ft', along: 'slope', to: 'bark' },
    { kind: 'angle', target: 'ground', value: (i % 20) - 10, scale: 'degree' },
    { kind: 'angle', target: 'tip', value: 70 + (i % 30), scale: 'percent' },
    { kind: 'angle', target: 'base', value: -7 - (i % 5), scale: 'percent' },
    { kind: 'logs', value: 0.5 + (i % 5) / 2 },
  ];
}

const results = [];
for (const trees of [1_000, 10_000, 100_000, 1_000_000]) {
  const sample = Array.from({ length: 1000 }, (_, i) => readingsOf(i));
  let sum = 0;
  for (let i = 0; i < 20_000; i++) sum += deriveTree({ readings: sample[i % 1000] as Reading[], protocol, species }).assumptions.length;
  const t = performance.now();
  for (let i = 0; i < trees; i++) {
    const { height } = deriveTree({ readings: sample[i % 1000] as Reading[], protocol, species });
    if (height.ok) sum += height.value.value;
  }
  const micros = ((performance.now() - t) * 1000) / trees;
  if (!Number.isFinite(sum)) throw new Error('a height is no number');
  results.push({ trees, micros });
}
// the checks too, once, so that their cost is not forgotten
const readings = readingsOf(7);
checkTree({ readings, result: deriveTree({ readings, protocol, species }), protocol, species });
console.log(JSON.stringify(results));
