import { useState } from 'react';
import type { Book } from '../../book/book';
import type { AnyRecord } from '../../contract/envelope';
import { bookStore } from '../../field/book-store';
import { fieldAt, type Refused as RefusedRecord, withField } from '../../field/refused';
import { useBookState } from '../../field/use-book';
import { Frame } from '../../ui/frame/Frame';
import { bounded } from '../../ui/PageBoundary';
import { SaveUnsynced } from '../../ui/SaveUnsynced';
import { TextField } from '../../ui/TextField';
import { OpenConflicts } from './OpenConflicts';
import { fieldLines, sayKind, sayRecord, typedValue } from './refused-model';

/** What the server did not take: what it is, why, and what a person can do about it. Nothing here is lost or decided alone. */
function Refused() {
  const { loaded, refused, book, unsent, unsaved } = useBookState();
  if (!loaded) return <Frame tab={null}>Opening the book …</Frame>;
  const open = refused.filter((r) => !r.aside);
  const aside = refused.filter((r) => r.aside);
  return (
    <Frame tab={null}>
      <h1 className="text-page leading-tight font-bold">Sync problems</h1>
      <OpenConflicts />
      <h2 className="mt-6 text-title font-semibold">Refused by the server</h2>
      <p className="mt-1 max-w-prose text-soft">
        {open.length > 0
          ? 'These records are saved on this device and the server refused them. Correct each and send it again, or set it aside: then it stays here and counts nowhere.'
          : 'Nothing is refused: the server has taken everything it was sent.'}
      </p>
      {unsent > 0 && (
        <p className="mt-2">
          <SaveUnsynced unsaved={unsaved} />
        </p>
      )}
      <ul className="mt-5 flex flex-col gap-6">
        {open.map((r) => (
          <li key={r.record.id}>
            <One refused={r} book={book} />
          </li>
        ))}
      </ul>
      {aside.length > 0 && (
        <section className="mt-8" aria-labelledby="aside">
          <h2 id="aside" className="text-title font-semibold">
            Set aside
          </h2>
          <ul className="mt-2 flex flex-col divide-y divide-rule border-y border-rule">
            {aside.map((r) => (
              <li key={r.record.id} className="flex flex-wrap items-center gap-x-4 gap-y-1 py-2">
                <span className="min-w-0 flex-1">
                  <What record={r.record} book={book} /> <span className="text-soft">{withOthers(r.waiting.length)}</span>
                </span>
                <button type="button" className="chip px-3" onClick={() => void bookStore.sendAgain(r)}>
                  take up and send again
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
    </Frame>
  );
}

const withOthers = (n: number) => (n === 0 ? '' : n === 1 ? 'and 1 record that hangs on it' : `and ${n} records that hang on it`);

function What({ record, book }: { record: AnyRecord; book: Book }) {
  return (
    <>
      <b className="font-semibold">{sayKind(record)}</b> {sayRecord(record, book)}
      <span className="text-soft">, {new Date(record.at).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })}</span>
    </>
  );
}

function One({ refused, book }: { refused: RefusedRecord; book: Book }) {
  const { record, waiting } = refused;
  const lines = fieldLines(refused);
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({});
  const changed = lines.some((l) => l.unknown || (typed[l.path] !== undefined && typed[l.path] !== l.text));
  const send = () => {
    let right: AnyRecord | null = record;
    for (const l of lines) {
      const text = typed[l.path];
      if (l.unknown) right = right && withField(right, l.path, undefined);
      else if (text !== undefined && text !== l.text) right = right && withField(right, l.path, typedValue(text, fieldAt(record, l.path)));
    }
    void (changed && right ? bookStore.correct(right) : bookStore.sendAgain(refused));
  };
  return (
    <article className="border-l-4 border-berry pl-4" data-refused={record.kind}>
      <h2 className="text-lead">
        <What record={record} book={book} />
      </h2>
      {waiting.length > 0 && <p className="text-plain text-soft">{waiting.length} more can't be sent until it is.</p>}
      <div className="mt-2 flex flex-col gap-3">
        {lines.map((l) =>
          l.unknown ? (
            <p key={l.path} className="text-plain">
              <span className="figure">{l.name}</span>: no such field is known here; it is taken out when you send it again.
            </p>
          ) : (
            <TextField
              key={l.path}
              label={l.name}
              value={typed[l.path] ?? l.text}
              onChange={(text) => setTyped((t) => ({ ...t, [l.path]: text }))}
              width="w-full max-w-md"
              maxLength={1000}
              refusal={`allowed: ${l.allowed}`}
            />
          ),
        )}
      </div>
      <div className="mt-3 flex flex-wrap gap-3">
        <button type="button" className={`button ${changed ? 'button-go' : ''}`} onClick={send}>
          {changed ? 'correct and send again' : 'send again as it is'}
        </button>
        <button type="button" className="button" onClick={() => void bookStore.setAside(refused)}>
          set aside {withOthers(waiting.length)}
        </button>
      </div>
    </article>
  );
}

export default bounded(Refused);
