/** What is typed as a plain number, with a point or a comma, a hyphen or a minus; null where nothing is, NaN where it is none. */
export function numberOf(text: string): number | null {
  const plain = text.trim().replace(',', '.').replace('−', '-');
  return plain === '' ? null : Number(plain);
}

/** Warmth of the air as typed, °C; null where none is, or one that no forest has. */
export function celsiusOf(text: string): number | null {
  const celsius = numberOf(text);
  return celsius !== null && celsius >= -60 && celsius <= 60 ? celsius : null;
}
