/**
 * A root of a smooth function near a first guess.
 * @param f the function
 * @param from first guess, not 0
 * @returns the root, or null where the steps do not come to one
 * @source the secant method
 * @example secant((x) => x * x - 2, 1.5).toFixed(9) // '1.414213562'
 */
export function secant(f: (x: number) => number, from: number): number | null {
  let [a, b] = [from, from * 1.001];
  let [fa, fb] = [f(a), f(b)];
  // about as small as the terms of f can cancel to
  const scale = Math.max(Math.abs(fa), Math.abs(fb), Math.abs(from));
  for (let i = 0; i < 60 && Math.abs(fb) > 1e-13 * scale; i++) {
    const next = b - (fb * (b - a)) / (fb - fa);
    if (!Number.isFinite(next)) break;
    [a, fa] = [b, fb];
    [b, fb] = [next, f(next)];
  }
  return Math.abs(fb) <= 1e-7 * scale ? b : null;
}
