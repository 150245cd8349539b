import { DERIVE_LIMITS, DeriveRequest } from '../contract/derive';
import type { FieldError } from '../contract/field-errors';
import { validate } from '../contract/validate';
import { deriveAll } from './derive-service';

/** What came of a request, as it crosses from one thread to another: an answer's text, or what is wrong. */
export type Derived =
  | { readonly ok: true; readonly text: string }
  | { readonly ok: false; readonly code: 'bad-json' | 'bad-request'; readonly errors: readonly FieldError[] };

/** Reads, checks and derives a request: everything that grows with what was sent, in one place that can be ended. */
export function deriveText(text: string): Derived {
  let plain: unknown;
  try {
    plain = JSON.parse(text);
  } catch {
    return { ok: false, code: 'bad-json', errors: [] };
  }
  const checked = validate(DeriveRequest, plain);
  if (!checked.ok) return { ok: false, code: 'bad-request', errors: checked.errors };
  const heavy = tooMuch(checked.value.trees);
  if (heavy) return { ok: false, code: 'bad-request', errors: [heavy] };
  return { ok: true, text: JSON.stringify(deriveAll(checked.value)) };
}

/** A request is bounded by what it costs: a trunk, which every school looks at, takes as long as dozens of other readings. */
function tooMuch(trees: readonly unknown[]): FieldError | null {
  let [readings, trunks] = [0, 0];
  for (const tree of trees) {
    const list = (tree as { readings?: unknown } | null)?.readings;
    if (!Array.isArray(list)) continue;
    readings += list.length;
    for (const r of list) if ((r as { kind?: unknown } | null)?.kind === 'trunk') trunks++;
  }
  const over = (count: number, most: number, what: string) =>
    count > most
      ? { field: 'trees', value: `${count} ${what}`, allowed: `at most ${most} ${what} in one request: send the trees in several` }
      : null;
  return over(trunks, DERIVE_LIMITS.trunks, 'trunks') ?? over(readings, DERIVE_LIMITS.readings, 'readings');
}
