import type { Stated } from './things';

/** What letters mean among the species of the book. */
export type Named = { readonly ok: true; readonly species: Stated<'species'> } | { readonly ok: false; readonly reason: string };

/**
 * A species by its code, or by the first letters of its name or of one of its words.
 * @returns the only one that is meant; else a sentence that names those it could be; null where the text is no word
 */
export function speciesNamed(text: string, list: readonly Stated<'species'>[]): Named | null {
  const wanted = text.trim().toLowerCase();
  if (!/^\p{L}[\p{L}\s’'-]*$/u.test(wanted)) return null;
  const byCode = list.filter((s) => s.body.code.toLowerCase() === wanted);
  const begins = (s: Stated<'species'>) => {
    const name = s.body.name.toLowerCase();
    return name.startsWith(wanted) || name.split(/\s+/).some((word) => word.startsWith(wanted));
  };
  const found = byCode.length > 0 ? byCode : list.filter(begins);
  const [only] = found;
  if (only && found.length === 1) return { ok: true, species: only };
  const names = found.map((s) => s.body.name);
  if (found.length > 1)
    return {
      ok: false,
      reason: `“${text.trim()}” may be ${names.slice(0, -1).join(', ')} or ${names.at(-1)}: type more of its name, or choose it.`,
    };
  return null;
}
