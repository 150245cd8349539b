import {
  compareSchools,
  DomainError,
  findPom,
  formatNumber,
  fromMetres,
  METRES_PER_INCH,
  type Metres,
  type Pom,
  type ProtocolOptions,
  protocolSentences,
  type School,
  showPom,
  TAPER_SAID,
  type Trunk,
} from '@arbolito/core';
import { useMemo } from 'react';
import { usable } from '../../book/usable';
import { TrunkSheet } from '../TrunkSheet';
import { useTrunkLayout } from '../use-trunk-layout';
import { Figures } from './Figures';
import { SituationIcon } from './SituationIcon';
import { isSaid, moved, SITUATION_NAMES, SITUATIONS, toggle } from './situations';

interface Props {
  readonly trunk: Trunk;
  readonly protocol: { readonly name: string; readonly options: ProtocolOptions };
  /** Measured so far, metres; null when not. */
  readonly diameter: Metres | null;
  readonly height: Metres | null;
  /** Which stem, when the tree has several. */
  readonly stem: string | null;
  /** What the kit says of finding breast height. */
  readonly hint: string | null;
  readonly onChange: (trunk: Trunk) => void;
  readonly onDone: () => void;
}

type Found = { readonly pom: Pom | null; readonly trouble: string | null };

/** Tap what the trunk does; the drawing shows where the tape goes, and why. */
export default function TapeGuide(p: Props) {
  const { trunk, protocol, diameter, height } = p;
  const found = useMemo((): Found => {
    const pom = usable(() => findPom(trunk, protocol.options, diameter));
    if (pom instanceof DomainError) return { pom: null, trouble: `The ${pom.quantity} can’t be ${String(pom.value)}: ${pom.expected}.` };
    return pom.ok ? { pom: pom.value, trouble: null } : { pom: null, trouble: pom.reason };
  }, [trunk, protocol, diameter]);
  const schools = useMemo((): readonly School[] => {
    if (!found.pom) return [];
    return compareSchools(trunk, protocol.options, diameter, height);
  }, [found, trunk, protocol, diameter, height]);
  const drag = useMemo(() => (handle: string, h: number) => p.onChange(moved(trunk, handle, h)), [trunk, p.onChange]);
  return (
    <div
      className="grid min-h-0 flex-1 grid-rows-[minmax(200px,42%)_auto_minmax(0,1fr)] overflow-hidden desk:grid-cols-[300px_minmax(0,1fr)_330px] desk:grid-rows-1"
      data-guide
    >
      <section aria-label="What the trunk does" className="order-3 overflow-auto p-2 desk:order-1 desk:border-r desk:border-rule desk:p-4">
        <h1 className="text-head leading-tight font-bold max-desk:sr-only">What does the trunk do?{p.stem && ` (stem ${p.stem})`}</h1>
        <p className="mb-2 text-small text-soft max-desk:sr-only">Tap all that fit. The drawing follows.</p>
        <div className="mb-3 grid grid-cols-4 gap-1.5 desk:grid-cols-2">
          {SITUATIONS.map((s) => (
            <button
              key={s}
              type="button"
              className="tile"
              aria-pressed={isSaid(trunk, s)}
              onClick={() => p.onChange(toggle(trunk, s, protocol.options))}
            >
              <SituationIcon of={s} />
              {SITUATION_NAMES[s]}
            </button>
          ))}
        </div>
        <Figures trunk={trunk} protocol={protocol.options} diameter={diameter} onChange={p.onChange} />
        <div className="mt-4 desk:hidden">
          <Why found={found} p={p} />
          <Schools schools={schools} protocol={protocol.options} mine={found.pom} />
        </div>
      </section>
      <Drawing found={found} p={p} schools={schools} onDrag={drag} />
      <section
        aria-label="Where the tape goes"
        className="order-2 flex min-h-0 flex-col border-y border-rule px-3 py-2 desk:order-3 desk:border-y-0 desk:border-l desk:p-4"
      >
        {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a region that scrolls must take the focus, or keys can't move it */}
        <section aria-label="Why it goes there" tabIndex={0} className="min-h-0 desk:flex-1 desk:overflow-auto">
          <Answer found={found} options={protocol.options} />
          <div className="hidden desk:block">
            <Why found={found} p={p} />
            <Schools schools={schools} protocol={protocol.options} mine={found.pom} />
          </div>
        </section>
        <button
          type="button"
          className="key key-go mt-2 min-h-[52px] w-full disabled:opacity-40"
          disabled={!found.pom}
          onClick={p.onDone}
          data-go
        >
          Tape is on: read it <span aria-hidden="true">↵</span>
        </button>
      </section>
    </div>
  );
}

function Drawing({
  found,
  p,
  schools,
  onDrag,
}: {
  found: Found;
  p: Props;
  schools: readonly School[];
  onDrag: (handle: string, h: number) => void;
}) {
  const { trunk, diameter } = p;
  const [frame, layout] = useTrunkLayout<HTMLDivElement>({ trunk, options: p.protocol.options, pom: found.pom, diameter, schools });
  return (
    <div ref={frame} className="ruled relative order-1 min-h-0 overflow-hidden desk:order-2">
      {layout && <TrunkSheet layout={layout} name="The trunk, to scale, with a person beside it" onDrag={onDrag} />}
    </div>
  );
}

function Answer({ found, options }: { found: Found; options: ProtocolOptions }) {
  if (!found.pom) {
    return (
      <p role="status" className="border-l-4 border-berry bg-berry-bg px-3 py-2 text-plain">
        {found.trouble}
      </p>
    );
  }
  const { tapes, stems } = found.pom;
  return (
    <div role="status" className="flex flex-wrap items-baseline gap-x-3">
      <h2 className="text-base font-semibold desk:w-full">Put the tape {stems === 'separate' ? 'on each stem' : 'here'}</h2>
      <p className="figure text-page leading-tight font-bold desk:text-reading" data-pom>
        {tapes.map((t) => showPom(t, options.units)).join(' and ')}
      </p>
      <p className="text-small text-soft">along the stem above the {FROM[found.pom.reference]}</p>
    </div>
  );
}

const FROM = { uphill: 'uphill ground', 'mid-slope': 'ground at mid-slope', 'root-flare': 'root flare', stump: 'stump' } as const;

function Why({ found, p }: { found: Found; p: Props }) {
  if (!found.pom) return null;
  return (
    <>
      <ol className="mt-2 list-decimal pl-5 text-plain leading-snug">
        {found.pom.steps.map((s) => (
          <li key={s.code} className="py-0.5" data-step={s.code}>
            {s.text}
          </li>
        ))}
      </ol>
      {found.pom.flags.map((f) => (
        <p key={f.code} className="mt-1 border-l-4 border-berry pl-2 text-small" data-flag={f.code}>
          {f.text}
        </p>
      ))}
      {[...found.pom.assumptions.map((a) => a.text), p.hint, markOf(p.protocol.options)].filter(Boolean).map((text) => (
        <p key={text} className="mt-1 text-small text-soft">
          {text}
        </p>
      ))}
    </>
  );
}

/** How the point is marked, where the protocol marks it at all. */
const markOf = (options: ProtocolOptions) =>
  options.mark === 'none' ? null : protocolSentences(options).find((s) => s.option === 'mark')?.text;

/** What the other schools would do here, and what taper makes of it. */
function Schools({ schools, protocol, mine }: { schools: readonly School[]; protocol: ProtocolOptions; mine: Pom | null }) {
  if (!mine) return null;
  const us = protocol.units === 'us';
  const signed = (n: number, decimals: number) => `${n > 0 ? '+' : ''}${formatNumber(n, decimals)}`;
  const diameter = (m: Metres) =>
    Math.abs(m) < 0.0005 ? '–' : us ? `${signed(m / METRES_PER_INCH, 1)} in` : `${signed(fromMetres(m, 'cm'), 1)} cm`;
  return (
    <div className="mt-4 border-t-2 border-ink pt-2">
      <table className="w-full text-left text-small">
        <caption className="pb-1 text-left text-note text-soft">
          The same trunk under other protocols: their height by your tape, and what it changes in diameter and basal area (g)
        </caption>
        <thead className="sr-only">
          <tr>
            <th>Protocol</th>
            <th>Height</th>
            <th>Diameter and basal area</th>
          </tr>
        </thead>
        <tbody>
          {schools.map((s) => (
            <tr key={s.key} className="border-b border-rule" data-school-row={s.key}>
              <th scope="row" className="w-[52%] py-1.5 pr-2 font-medium">
                {s.name}
              </th>
              {s.here && s.pom.ok ? (
                <>
                  <td className="figure text-right whitespace-nowrap">
                    {s.here.map((h) => (
                      <span key={h} className="block">
                        {showPom(h, protocol.units)}
                      </span>
                    ))}
                    {s.pom.value.stems === 'separate' && mine.stems === 'one' && (
                      <span className="block font-sans text-note text-soft">each stem</span>
                    )}
                    {s.pom.value.stems === 'one' && mine.stems === 'separate' && (
                      <span className="block font-sans text-note text-soft">one stem</span>
                    )}
                  </td>
                  <td className="figure w-[5.6rem] pl-2 text-right leading-tight whitespace-nowrap">
                    {s.difference && diameter(s.difference.diameter)}
                    {s.difference && Math.abs(s.difference.basalArea) >= 0.0005 && (
                      <span className="block text-note text-soft">g {signed(s.difference.basalArea * 100, 1)} %</span>
                    )}
                  </td>
                </>
              ) : (
                <td colSpan={2} className="text-right text-note text-soft">
                  no point on this trunk
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-note text-soft">{TAPER_SAID}</p>
    </div>
  );
}
