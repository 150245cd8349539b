import { useState } from 'react';
import { retractionOf } from '../../book/make-records';
import { struckIn } from '../../book/struck';
import type { AnyRecord } from '../../contract/envelope';
import { bookStore } from '../../field/book-store';
import { makerNow } from '../../field/device';
import { savedPreferences } from '../../field/preferences';
import { useBookState } from '../../field/use-book';

/** Surveys that somebody struck out, on this device or the server, and how to have one back. */
export function StruckSurveys() {
  const { book, surveys, loaded } = useBookState();
  const [said, setSaid] = useState<string | null>(null);
  if (!loaded) return null;
  const here = book.struckSurveys().map((s) => [s.entity, s.body.name] as const);
  const there = (surveys ?? []).flatMap((s) => (s.struck && s.name !== null ? [[s.id, s.name] as const] : []));
  const all = [...new Map([...there, ...here])];
  if (all.length === 0 && said === null) return null;
  const restore = async (id: string, name: string) => {
    setSaid(`Restoring ${name} …`);
    // what struck it out has to be here first
    if (!bookStore.snapshot().book.find('survey', id)) await bookStore.takeAlong(id);
    const by = struckIn(bookStore.snapshot().book, id).filter((s) => s.by.body.entity === id);
    if (by.length === 0) return setSaid(`${name} is not on this device, and the server does not answer. Try again with a network.`);
    await bookStore.keep(by.map((s) => retractionOf(makerNow(savedPreferences().person), s.by.id, 'restored') as AnyRecord));
    setSaid(`${name} is restored.`);
  };
  return (
    <details className="mt-6">
      <summary className="flex min-h-12 items-center text-base font-semibold">
        Struck out: {all.length} {all.length === 1 ? 'survey' : 'surveys'}
      </summary>
      <ul aria-label="Surveys struck out">
        {all.map(([id, name]) => (
          <li key={id} className="flex flex-wrap items-center gap-x-3 border-b border-rule py-1">
            <span className="min-w-0 flex-1 line-through">{name}</span>
            <button type="button" className="button" aria-label={`Restore ${name}`} onClick={() => void restore(id, name)}>
              Restore
            </button>
          </li>
        ))}
      </ul>
      {said && <p role="status">{said}</p>}
    </details>
  );
}
