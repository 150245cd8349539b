/** A letter or a digit of any script. */
const SIGN = /[^\p{L}\p{N}]/gu;

/**
 * A code for a new species that no other has: the first letters of its name, or later ones, at last with a number.
 * @param name of the species
 * @param taken codes that are there
 */
export function freeCode(name: string, taken: Iterable<string>): string {
  const used = new Set([...taken].map((c) => c.toLowerCase()));
  const [first = 'X', ...rest] = [...name.toUpperCase().replace(SIGN, '')];
  const letters = /^\p{L}$/u.test(first) ? [first, ...rest] : ['X', first, ...rest];
  const [a, ...more] = letters as [string, ...string[]];
  const isFree = (code: string) => !used.has(code.toLowerCase());
  for (let i = 0; i < more.length; i++)
    for (let j = i + 1; j < more.length; j++) {
      const code = `${a}${more[i]}${more[j]}`;
      if (isFree(code)) return code;
    }
  const base = letters.slice(0, 3).join('');
  if (isFree(base)) return base;
  let n = 2;
  while (!isFree(`${base}${n}`)) n++;
  return `${base}${n}`;
}
