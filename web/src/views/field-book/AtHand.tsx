import type { DueLine } from '../../book/due';

const TOOLS = [
  {
    href: '/measure?trunk',
    name: 'Where to put the tape',
    says: 'any trunk, every school',
    draws: (
      <>
        <path d="M8 44C20 30 24 12 26 4M44 4c2 10 6 26 20 40" fill="none" stroke="var(--ink)" strokeWidth="2" />
        <path d="M22 24Q36 32 52 22" stroke="var(--resin)" strokeWidth="5" fill="none" />
      </>
    ),
  },
  {
    href: '/bench',
    name: 'Bench',
    says: 'any height method, drawn',
    draws: (
      <>
        <path d="M12 46V6M12 6L64 40M12 46L64 40" fill="none" stroke="var(--slate)" strokeWidth="2" />
        <circle cx="64" cy="40" r="4" fill="var(--ink)" />
      </>
    ),
  },
  {
    href: '/reach',
    name: 'Will it reach?',
    says: 'a check before you ask',
    draws: (
      <>
        <path d="M10 46H68M14 46V8M14 8A38 38 0 0 1 52 46" fill="none" stroke="var(--ink)" strokeWidth="2" />
        <path d="M58 46V26M50 26H66" stroke="var(--berry)" strokeWidth="2.5" />
      </>
    ),
  },
] as const;

/** The tools that need no survey, as pictures, and what of the kit is due. */
export function AtHand({ due }: { due: readonly DueLine[] }) {
  return (
    <div className="flex flex-col gap-6">
      <section aria-label="At hand">
        <h2 className="text-lead font-semibold">At hand</h2>
        <ul>
          {TOOLS.map(({ href, name, says, draws }) => (
            <li key={href} className="border-b border-rule">
              <a href={href} className="grid min-h-16 grid-cols-[74px_1fr] items-center gap-3 py-2">
                <svg width="74" height="50" aria-hidden="true">
                  {draws}
                </svg>
                <span>
                  <span className="block font-semibold">{name}</span>
                  <span className="text-small text-soft">{says}</span>
                </span>
              </a>
            </li>
          ))}
        </ul>
      </section>
      {due.length > 0 && (
        <section aria-label="Due">
          <h2 className="text-lead font-semibold">Due</h2>
          <ul>
            {due.map(({ says, remedy }) => (
              <li key={says} className="flex flex-wrap items-center gap-x-2 text-plain text-soft">
                {says}
                <a href="/kit" className="inline-flex min-h-12 items-center font-semibold text-resin-text underline underline-offset-4">
                  {remedy}
                </a>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}
