/** 3·07 is followed by 3·08, and what has no number by one. */
export function tagAfter(tag: string): string {
  const number = /^(.*?)(\d+)$/.exec(tag);
  if (!number) return `${tag} 2`;
  const [, head = '', digits = '0'] = number;
  return `${head}${String(Number(digits) + 1).padStart(digits.length, '0')}`;
}
