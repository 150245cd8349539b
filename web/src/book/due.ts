import type { Book } from './book';
import { instrumentsOf, TOOL_WORDS } from './instrument-model';
import { kitOf, MEASURE_NAMES } from './kit-model';
import { sayDate } from './say-date';
import type { Instruments } from './slots';

/** Something of the kit that wants doing: what is the matter, and what the link to it is called. */
export interface DueLine {
  readonly says: string;
  readonly remedy: string;
}

/**
 * What of a person's kit is due: checks that failed or are too old, and lengths that want taking again.
 * @param inHand the instruments this device works with: those that never were checked count too
 * @param today a date as 2026-05-11
 */
export function dueIn(book: Book, person: string | null, inHand: Instruments, today: string): readonly DueLine[] {
  const used = new Set(Object.values(inHand));
  const lines: DueLine[] = [];
  for (const { id, name, tool, checks, due } of instrumentsOf(book, today)) {
    const last = checks.at(-1);
    const on = last && sayDate(last.at.slice(0, 10), today);
    if (last && !last.passed) lines.push({ says: `${name} failed its check on ${on}.`, remedy: 'Check it' });
    else if (due?.state === 'due') lines.push({ says: `${name} was last checked on ${on}.`, remedy: 'Check it' });
    else if (!last && TOOL_WORDS[tool].check && used.has(id))
      lines.push({ says: `${name} is in hand and was never checked.`, remedy: 'Check it' });
  }
  for (const { what, on, due } of (person ? kitOf(book, person, today) : null)?.measures ?? []) {
    if (due?.state === 'due')
      lines.push({ says: `${MEASURE_NAMES[what]}: last taken on ${sayDate(on ?? today, today)}.`, remedy: 'Take it again' });
  }
  return lines;
}
