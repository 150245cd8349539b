import type { ReactNode } from 'react';
import { useDisplay } from './display';
import { KeptState } from './KeptState';
import { Mark } from './Mark';

/** The head of every desk page: the book, where one is, what is kept, the display. */
export function Shell({ where, wide = false, children }: { where?: string; wide?: boolean; children: ReactNode }) {
  const [display, nextDisplay] = useDisplay();
  return (
    <div className="min-h-dvh">
      <header className="flex min-h-15 items-center gap-3 border-b-2 border-ink px-3 desk:gap-4 desk:px-5">
        <a href="/" className="flex min-h-12 items-center gap-3 py-1 text-[19px] font-bold">
          <Mark />
          Arbolito
        </a>
        {where && <span className="hidden truncate text-soft desk:block">{where}</span>}
        <span className="ml-auto text-[15px] text-soft" role="status">
          <KeptState />
        </span>
        <button type="button" className="chip px-3" onClick={nextDisplay} aria-label={`Display: ${display}. Change it`}>
          {display}
        </button>
      </header>
      <main className={`mx-auto px-4 py-5 desk:px-6 ${wide ? 'max-w-7xl desk:py-5' : 'max-w-5xl desk:py-8'}`}>{children}</main>
    </div>
  );
}
