import { formatNumber, showDiameter } from '@arbolito/core';
import type { PersonKit, ToolLine } from '../../book/kit-model';

const NAMES = { estimate: 'The eye', 'biltmore-stick': 'Biltmore stick', optical: 'Optical dendrometer', caliper: 'Caliper' } as const;

/** What paired readings say of a person with each tool: bias and error, and what that is good enough for. */
export function Tools({ kit, onAdopt }: { kit: PersonKit; onAdopt: (tool: ToolLine['tool'], record: ToolLine['record']) => void }) {
  const widest = Math.max(0.05, ...kit.tools.map((t) => Math.abs(t.record.bias) + 2 * t.record.sigma));
  return (
    <section className="mt-8">
      <h2 className="text-title font-semibold">Tools, against the tape</h2>
      <p className="mt-1 max-w-prose text-plain text-soft">
        Whenever one stem is read at one height by a tool and by a better one, the pair is counted here. The error that a survey’s own pairs
        show is used in that survey; adopt what all of them show, and it is used everywhere. Bands: two errors either side; the mark: what
        the tool reads too much or too little.
      </p>
      <ul className="mt-3 border-t-2 border-ink">
        {kit.tools.map((t) => (
          <li
            key={t.tool}
            className="grid gap-x-5 gap-y-1 border-b border-edge py-3 desk:grid-cols-[12rem_minmax(0,1fr)_minmax(0,1.2fr)]"
            data-tool={t.tool}
          >
            <div>
              <p className="font-semibold">{NAMES[t.tool]}</p>
              <p className="text-small text-soft">
                {t.record.pairs === 0 ? 'no pairs yet: typical error' : `${t.record.pairs} ${t.record.pairs === 1 ? 'pair' : 'pairs'}`}
              </p>
              {t.adopted && (
                <p className="text-small text-soft">
                  adopted {t.adopted.on}: ±{percent(t.adopted.sigma)}, {t.adopted.pairs} pairs
                </p>
              )}
              {t.adopts && (
                <button type="button" className="button mt-1 px-3" onClick={() => t.adopts && onAdopt(t.tool, t.adopts)}>
                  Use it in every survey
                </button>
              )}
            </div>
            <div className="min-w-0">
              <Band t={t} widest={widest} />
              <p className="figure text-small">
                ±{percent(t.record.sigma)} {t.record.pairs > 0 && <span className="text-soft">(typical ±{percent(t.typical)})</span>}
              </p>
              {t.record.pairs > 0 && <p className="text-small">{sayBias(t)}</p>}
            </div>
            <ul className="text-small">
              {t.purposes.map((p) => (
                <li key={p.name} className={p.upTo === null ? 'text-soft' : ''}>
                  {sayPurpose(p)}
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ul>
    </section>
  );
}

const percent = (share: number) => `${formatNumber(share * 100, 1)} %`;

function sayBias({ record: { bias, biasSigma } }: ToolLine): string {
  const way = bias > 0 ? 'too much' : 'too little';
  const sure = biasSigma !== null && Math.abs(bias) > 2 * biasSigma;
  return `reads ${percent(Math.abs(bias))} ${way}${biasSigma === null ? ', from a single pair' : ` ±${percent(biasSigma)}`}${sure ? '' : ': no sure bias'}`;
}

function sayPurpose(p: ToolLine['purposes'][number]): string {
  if (p.upTo === null) return `${p.name}: not good enough, use a tape`;
  if (!Number.isFinite(p.upTo)) return `${p.name}: good enough`;
  return `${p.name}: good enough up to ${showDiameter(p.upTo, p.units)}`;
}

/** Bias as a dot and two errors as a band about the truth. */
function Band({ t, widest }: { t: ToolLine; widest: number }) {
  const x = (share: number) => 50 + (48 * share) / widest;
  const reach = 2 * t.record.sigma;
  const pairs = t.record.pairs > 0;
  return (
    <svg
      viewBox="0 0 100 14"
      className="h-7 w-full"
      preserveAspectRatio="none"
      role="img"
      aria-label={`two errors: ${percent(reach)} either side${pairs ? `, bias ${percent(t.record.bias)}` : ''}`}
    >
      <rect
        x={x(-reach)}
        width={x(reach) - x(-reach)}
        y={4}
        height={6}
        fill={pairs ? 'var(--slate)' : 'var(--edge)'}
        fillOpacity={0.35}
        stroke="var(--ink)"
        strokeWidth={0.4}
        vectorEffect="non-scaling-stroke"
      />
      <path d="M50 0V14" stroke="var(--ink)" strokeWidth={1.2} vectorEffect="non-scaling-stroke" />
      {pairs && <path d={`M${x(t.record.bias)} 2V12`} stroke="var(--resin-text)" strokeWidth={4} vectorEffect="non-scaling-stroke" />}
    </svg>
  );
}
