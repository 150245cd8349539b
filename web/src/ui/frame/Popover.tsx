import { type ReactNode, useRef } from 'react';

interface Props {
  readonly id: string;
  /** What the button says to who does not see it. */
  readonly name: string;
  readonly className: string;
  readonly button: ReactNode;
  readonly children: ReactNode;
}

/** A button that opens a sheet under itself; a tap beside it or Escape closes it. */
export function Popover({ id, name, className, button, children }: Props) {
  const from = useRef<HTMLButtonElement>(null);
  const sheet = useRef<HTMLDivElement>(null);
  const place = () => {
    const at = from.current?.getBoundingClientRect();
    if (!at || !sheet.current) return;
    const width = Math.min(320, innerWidth - 16);
    sheet.current.style.width = `${width}px`;
    sheet.current.style.left = `${Math.max(8, Math.min(at.left, innerWidth - width - 8))}px`;
    sheet.current.style.top = `${at.bottom + 4}px`;
  };
  return (
    <>
      <button ref={from} type="button" popoverTarget={id} aria-label={name} aria-haspopup="true" className={className} onClick={place}>
        {button}
      </button>
      {/* biome-ignore lint/a11y/useKeyWithClickEvents: a key on a link is a click */}
      {/* biome-ignore lint/a11y/noStaticElementInteractions: what is clicked are the links in it */}
      <div
        ref={sheet}
        id={id}
        popover="auto"
        // going to a page of the same document leaves this one as it is: the sheet is done all the same
        onClick={(e) => (e.target as HTMLElement).closest('a') && sheet.current?.hidePopover()}
        className="fixed m-0 max-h-[80dvh] overflow-auto rounded-[10px] border-2 border-ink bg-sheet p-2 text-ink shadow-lg"
      >
        {children}
      </div>
    </>
  );
}
