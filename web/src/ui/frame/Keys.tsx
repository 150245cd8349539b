import { type ReactNode, useEffect, useRef } from 'react';

/** What keys do, by where. */
const KEYS: readonly { readonly where: string; readonly keys: readonly (readonly [string, string])[] }[] = [
  {
    where: 'On every page',
    keys: [
      ['Ctrl K or ⌘ K', 'find a tree, a survey, a page'],
      ['?', 'this list'],
      ['Esc', 'closes what was opened'],
    ],
  },
  {
    where: 'Measuring',
    keys: [
      ['digits', 'go to the field from anywhere'],
      ['Enter', 'keeps the reading and goes on; at the end the next tree'],
      ['↑ ↓', 'the step before, the next one'],
      ['Esc', 'empties the field'],
      ['Ctrl Z or ⌘ Z', 'takes the last reading back'],
      ['letters', 'a species, by its code or its first letters'],
      ['20m 80 -15', 'a whole tree on one line'],
    ],
  },
];

/** The keys, in a sheet over the page. */
export default function Keys({ onClose }: { readonly onClose: () => void }): ReactNode {
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => dialog.current?.showModal(), []);
  return (
    <dialog
      ref={dialog}
      aria-label="Keys"
      onClose={onClose}
      className="m-auto w-[min(34rem,calc(100vw-1rem))] rounded-[10px] border-2 border-ink bg-sheet p-4 text-ink backdrop:bg-ink/40"
    >
      <form method="dialog" className="float-right">
        <button type="submit" className="button">
          Close
        </button>
      </form>
      <KeyList />
    </dialog>
  );
}

export function KeyList() {
  return (
    <>
      {KEYS.map(({ where, keys }) => (
        <section key={where} className="mt-3 first:mt-0">
          <h2 className="text-lead font-semibold">{where}</h2>
          <dl className="mt-1">
            {keys.map(([key, does]) => (
              <div key={key} className="grid grid-cols-[9rem_minmax(0,1fr)] gap-3 border-b border-rule py-1.5">
                <dt>
                  <kbd className="figure text-plain">{key}</kbd>
                </dt>
                <dd>{does}</dd>
              </div>
            ))}
          </dl>
        </section>
      ))}
    </>
  );
}
