/** A word of a line, and where it stands. */
export interface Word {
  readonly text: string;
  readonly from: number;
  readonly to: number;
}

/** What opens a quotation: an inch mark follows a digit and opens none. */
const OPENS = new Set(['=', '!', '#']);

/**
 * The words of a line: blanks part them, but for those between quotation marks after =, ! or #; a note goes to the end.
 * @param line as typed
 */
export function wordsOf(line: string): readonly Word[] {
  const words: Word[] = [];
  let i = 0;
  while (i < line.length) {
    if (/\s/.test(line[i] as string)) {
      i++;
      continue;
    }
    const from = i;
    let text = '';
    if (line[i] === '!' && line[i + 1] !== '"') {
      const rest = line.slice(i).trimEnd();
      words.push({ text: rest, from, to: from + rest.length });
      break;
    }
    while (i < line.length && !/\s/.test(line[i] as string)) {
      if (line[i] === '"' && OPENS.has(line[i - 1] ?? '')) {
        const { inside, end } = quotation(line, i + 1);
        text += inside;
        i = end;
      } else text += line[i++];
    }
    words.push({ text, from, to: i });
  }
  return words;
}

/** Between quotation marks two of them stand for one. */
function quotation(line: string, from: number): { inside: string; end: number } {
  let inside = '';
  let i = from;
  for (; i < line.length; i++) {
    if (line[i] !== '"') inside += line[i];
    else if (line[i + 1] === '"') inside += line[i++];
    else return { inside, end: i + 1 };
  }
  return { inside, end: i };
}

/** A text as it may stand after =, ! or #. */
export const quoted = (text: string): string => (/^[^\s"]+$/.test(text) ? text : `"${text.replaceAll('"', '""')}"`);
