import type { ReactNode } from 'react';

/** A table wider than a phone scrolls by itself, by keyboard too. */
export function Sideways({ name, children }: { name: string; children: ReactNode }) {
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: a region that scrolls must take the focus, or keys can't move it
    <section aria-label={name} tabIndex={0} className="overflow-x-auto">
      {children}
    </section>
  );
}

/** A cell or a heading of figures. */
export function Num({ head, children }: { head?: boolean; children: ReactNode }) {
  return head ? (
    <th className="pl-3 text-right font-normal whitespace-nowrap">{children}</th>
  ) : (
    <td className="figure pl-3 text-right whitespace-nowrap">{children}</td>
  );
}
