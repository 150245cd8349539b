import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';

/** Ten significant digits: the same sums in another order still say the same. */
const figure = (_: string, v: unknown) => (typeof v === 'number' ? (Number.isFinite(v) ? Number(v.toPrecision(10)) : String(v)) : v);

/** A short fingerprint of everything a value says. */
export const fingerprint = (value: unknown): string =>
  createHash('sha256').update(JSON.stringify(value, figure)).digest('hex').slice(0, 16);

/** A figure as a frozen line shows it; a dash where there is none. */
export const shown = (part: { readonly ok: boolean; readonly value?: { readonly value: number } }): string =>
  part.ok && part.value ? part.value.value.toPrecision(6) : '–';

/**
 * Holds lines against those of a file, or writes them there under `npm run freeze`.
 * @returns what differs, frozen line and line now, at most ten, with how many there are
 */
export function againstFrozen(file: string, lines: readonly string[]): readonly string[] {
  if (process.env.ARBOLITO_FREEZE === 'write') writeFileSync(file, `${lines.join('\n')}\n`);
  if (!existsSync(file)) return [`${file} is not there: npm run freeze`];
  const frozen = readFileSync(file, 'utf8').trimEnd().split('\n');
  const differ = Array.from({ length: Math.max(frozen.length, lines.length) }, (_, i) => i).filter((i) => frozen[i] !== lines[i]);
  const first = differ.slice(0, 10).map((i) => `frozen: ${frozen[i] ?? 'no line'}\n   now: ${lines[i] ?? 'no line'}`);
  return differ.length > 0 ? [`${differ.length} of ${frozen.length} lines differ`, ...first] : [];
}
