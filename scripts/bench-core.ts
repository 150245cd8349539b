import { checkTree, deriveTree, PRESETS, type Reading } from '@arbolito/core';

const protocol = PRESETS['timber-us'].options;
const species = { crown: 'conifer', formFactor: 0.45, formFactorSigma: 0.04, formClass: 80, taperPerLog: 2 } as const;

/** The numbers of a tree; they differ, so that nothing can be computed once for all. */
const numbersOf = (i: number) => ({
  inches: 12 + (i % 160) / 10,
  feet: 66 + (i % 40),
  slope: (i % 20) - 10,
  tip: 70 + (i % 30),
  base: -7 - (i % 5),
  logs: 0.5 + (i % 5) / 2,
});

function readingsOf(i: number): Reading[] {
  const n = numbersOf(i);
  return [
    { kind: 'diameter', tool: 'diameter-tape', value: n.inches, unit: 'in' },
    { kind: 'distance', value: n.feet, unit: 'ft', along: 'slope', to: 'bark' },
    { kind: 'angle', target: 'ground', value: n.slope, scale: 'degree' },
    { kind: 'angle', target: 'tip', value: n.tip, scale: 'percent' },
    { kind: 'angle', target: 'base', value: n.base, scale: 'percent' },
    { kind: 'logs', value: n.logs },
  ];
}

const TABLES = [
  [-29.37337, 41.51275, 0.55743, 2.78043, -8.77272, -0.04516, 0.04177, 0.59042, -0.01578],
  [-22.50365, 17.53508, -0.59242, 3.02988, -4.34381, -0.02302, -0.01969, 0.51593, -0.02035],
  [-13.35212, 9.58615, 1.52968, 1.7962, -2.59995, -0.27465, 0.04482, 0.45997, -0.00961],
] as const;

/** The same sums with nothing around them: height with its error, volume with its error, every log by every rule. */
function bareSums(n: ReturnType<typeof numbersOf>): number {
  const d = n.inches * 0.0254;
  const slope = (n.slope * Math.PI) / 180;
  const taped = n.feet * 0.3048;
  const away = taped * Math.cos(slope) + d / 2;
  const [top, base] = [n.tip / 100, n.base / 100];
  const height = away * (top - base);
  const angle = 0.0044;
  const awaySigma = Math.hypot(Math.cos(slope) * taped * 0.01, taped * Math.sin(slope) * angle);
  const parts = [(top - base) * awaySigma, away * (1 + top * top) * angle, away * (1 + base * base) * angle, top * 0.5];
  const sigma = Math.sqrt(parts.reduce((s, p) => s + p * p, 0));
  const area = (Math.PI / 4) * d * d;
  const volume = 0.45 * area * height;
  const volumeSigma = volume * Math.sqrt((0.04 / 0.45) ** 2 + (2 * (0.002 / d)) ** 2 + (sigma / height) ** 2);
  let [doyle, scribner, international] = [0, 0, 0];
  for (let done = 0; done < n.logs; ) {
    const share = Math.min(1, n.logs - done);
    const end = 0.8 * n.inches - 2 * (done === 0 ? 0 : done + share - 1);
    const length = 16 * share;
    doyle += end <= 4 ? 0 : ((end - 4) / 4) ** 2 * length;
    scribner += Math.max(0, ((0.79 * end * end - 2 * end - 4) * length) / 16);
    for (let from = 0; from < length; from += 4) {
      const at = end + 0.5 * (from / 4);
      international += Math.max(0, 0.905 * (0.22 * at * at - 0.71 * at)) * (Math.min(4, length - from) / 4);
    }
    done += share;
  }
  // the form-class table, rule by rule
  const [L, D] = [n.logs, n.inches];
  let table = 0;
  for (const [a, b, c, e, f, g, h, i, j] of TABLES) {
    const grows = b + 2 * c * L + (f + 2 * g * L) * D + (i + 2 * j * L) * D * D;
    if (grows > 0) table += a + b * L + c * L * L + (e + f * L + g * L * L) * D + (h + i * L + j * L * L) * D * D;
  }
  return height + sigma + volume + volumeSigma + doyle + scribner + international + table;
}

let sum = 0;
const sample = Array.from({ length: 1000 }, (_, i) => readingsOf(i));
const numbers = Array.from({ length: 1000 }, (_, i) => numbersOf(i));
function deriving(count: number): number {
  const t = performance.now();
  for (let i = 0; i < count; i++) {
    const { height } = deriveTree({ readings: sample[i % 1000] as Reading[], protocol, species });
    if (height.ok) sum += height.value.value;
  }
  return ((performance.now() - t) * 1000) / count;
}
function bare(count: number): number {
  const t = performance.now();
  for (let i = 0; i < count; i++) sum += bareSums(numbers[i % 1000] as ReturnType<typeof numbersOf>);
  return ((performance.now() - t) * 1000) / count;
}
deriving(20_000);
bare(200_000);
const trees = [1_000, 10_000, 100_000, 1_000_000].map((count) => ({ trees: count, micros: deriving(count) }));
// side by side, turn by turn: whatever else the machine does falls on both
const turns = Array.from({ length: 15 }, () => [deriving(60_000), bare(1_000_000)] as const);
const middle = (list: readonly number[]) => list.toSorted((x, y) => x - y)[list.length >> 1] as number;
const ratio = middle(turns.map(([d, b]) => d / b));
if (!Number.isFinite(sum)) throw new Error('a height is no number');
// the checks too, once, so that their cost is not forgotten
const readings = readingsOf(7);
checkTree({ readings, result: deriveTree({ readings, protocol, species }), protocol, species });
console.log(JSON.stringify({ trees, ratio, bare: { micros: middle(turns.map(([, b]) => b)) } }));
