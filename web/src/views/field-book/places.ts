/**
 * Which line stands where: what had a place keeps it, what is new comes after all others. A list that is pressed on
 * must not move under the finger because more is known.
 * @returns the ids there are now, each once
 */
export function inPlaces(before: readonly string[], ids: Iterable<string>): readonly string[] {
  const now = new Set(ids);
  return [...new Set([...before.filter((id) => now.has(id)), ...now])];
}
