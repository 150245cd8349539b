import { defineModel } from './define';

/** How far above the tallest tree the curve may end, and how bent it may begin: where the fit starts from. */
const TOPS = [1.02, 1.15, 1.5];
const BENDS = [0.7, 1, 1.5];

/** H = b + a·(1 − e^(−k·d))^c. @source Richards 1959; Chapman 1961 */
export const chapmanRichards = defineModel({
  name: 'chapman-richards',
  parameters: ['a', 'k', 'c'],
  starts(d, y) {
    const tallest = Math.max(...y);
    const tried = TOPS.flatMap((top) =>
      BENDS.map((c) => {
        const a = top * tallest;
        // with a and c told, ln(1 − (y/a)^(1/c)) = −k·d is a straight line through 0
        let [dd, dl] = [0, 0];
        for (const [i, v] of d.entries()) {
          dd += v * v;
          dl += v * Math.log1p(-(((y[i] as number) / a) ** (1 / c)));
        }
        const k = -dl / dd;
        const off = d.reduce((sum, v, i) => sum + ((y[i] as number) - a * (1 - Math.exp(-k * v)) ** c) ** 2, 0);
        return { p: [a, k, c], off };
      }),
    );
    return tried.sort((s, t) => s.off - t.off).map((t) => t.p);
  },
  height: ([a = 0, k = 0, c = 0], d) => a * (1 - Math.exp(-k * d)) ** c,
  slopes([a = 0, k = 0, c = 0], d) {
    const left = Math.exp(-k * d);
    const full = (1 - left) ** c;
    return [full, a * c * (1 - left) ** (c - 1) * d * left, a * full * Math.log(1 - left)];
  },
  isOne: ([a = 0, k = 0, c = 0]) => a > 0 && k > 0 && c > 0,
  formula: 'H = b + a·(1 − e^(−k·d))^c',
});
