import { defineModel, straightLine } from './define';

/** H = b + (d/(α + β·d))². @source Näslund 1936 */
export const naslund = defineModel({
  name: 'naslund',
  parameters: ['alpha', 'beta'],
  starts(d, y) {
    // d/√y = α + β·d: straight, so that it can be laid through; its least squares are not those of the height
    const line = straightLine(
      d,
      d.map((v, i) => v / Math.sqrt(y[i] as number)),
    );
    return line ? [[line.at0, line.slope]] : [];
  },
  height: ([a = 0, b = 0], d) => (d / (a + b * d)) ** 2,
  slopes([a = 0, b = 0], d) {
    const base = (-2 * d * d) / (a + b * d) ** 3;
    return [base, base * d];
  },
  isOne: ([a = 0, b = 0]) => a > 0 && b > 0,
  formula: 'H = b + (d/(α + β·d))²',
});
