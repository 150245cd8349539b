import type { Derived } from '../derive-text';
import { expandAll } from './service';

/** Reads, checks and computes a request for a survey's figures, in one place that can be ended. */
export function expandText(text: string): Derived {
  let plain: unknown;
  try {
    plain = JSON.parse(text);
  } catch {
    return { ok: false, code: 'bad-json', errors: [] };
  }
  const checked = expandAll(plain);
  return checked.ok ? { ok: true, text: JSON.stringify(checked.value) } : { ok: false, code: 'bad-request', errors: checked.errors };
}
