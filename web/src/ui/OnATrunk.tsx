import { compareSchools, findPom, metres, type ProtocolOptions, showPom, type Trunk } from '@arbolito/core';
import { useMemo, useState } from 'react';
import { TrunkSheet } from './TrunkSheet';
import { useTrunkLayout } from './use-trunk-layout';

/** Trunks on which schools part ways. */
const TRUNKS: readonly { readonly name: string; readonly trunk: Trunk }[] = [
  {
    name: 'leaning, swollen, on a slope',
    trunk: { slope: 16, lean: { angle: 12, toward: 'downhill' }, swellings: [{ from: 1.12, to: 1.6, narrowestBelow: 0.9 }] },
  },
  { name: 'low fork', trunk: { fork: { height: 1.05, swellFrom: 0.8, narrowestBelow: 0.55 } } },
  { name: 'several stems', trunk: { stems: 3 } },
  { name: 'butt swell', trunk: { buttSwell: { end: 1.5 } } },
  { name: 'low branches, vines', trunk: { lowBranches: [{ from: 1.1, to: 1.65 }], vines: 'movable' } },
];
const THICKNESS = metres(0.45);

interface Props {
  readonly protocol: { readonly name: string; readonly options: ProtocolOptions };
  /** Stays in sight while the options below are edited: lower, and without the steps. */
  readonly beside?: boolean;
  /** What stands above it. */
  readonly title?: string;
}

/** What a protocol does on a trunk: the drawing changes with every option that matters there. */
export function OnATrunk({ protocol, beside = false, title = 'On a trunk' }: Props) {
  const [n, setN] = useState(0);
  const { options } = protocol;
  const trunk = TRUNKS[n]?.trunk ?? {};
  const pom = useMemo(() => findPom(trunk, options, THICKNESS), [trunk, options]);
  const schools = useMemo(() => compareSchools(trunk, options, THICKNESS, null), [trunk, options]);
  const found = pom.ok ? pom.value : null;
  const [frame, layout] = useTrunkLayout<HTMLDivElement>({ trunk, options, pom: found, diameter: THICKNESS, schools });
  return (
    <section
      className={beside ? 'border-b-2 border-ink bg-paper py-2 desk:sticky desk:top-[56px] desk:z-10' : 'mt-1'}
      aria-label="On a trunk"
    >
      <h3 className={beside ? 'sr-only' : 'text-lead font-semibold'}>{title}</h3>
      <div className="my-2 flex flex-wrap gap-1.5">
        {TRUNKS.map((t, i) => (
          <button key={t.name} type="button" className="chip px-3" aria-pressed={i === n} onClick={() => setN(i)}>
            {t.name}
          </button>
        ))}
      </div>
      <div className="grid gap-4 desk:grid-cols-[minmax(0,1.3fr)_minmax(0,1fr)]">
        <div ref={frame} className={`ruled relative overflow-hidden border border-edge ${beside ? 'h-64' : 'h-80'}`}>
          {layout && <TrunkSheet layout={layout} name={`A trunk (${TRUNKS[n]?.name}) under ${protocol.name}, to scale`} />}
        </div>
        {pom.ok ? (
          <div>
            <p className="figure text-head font-bold" data-pom>
              {pom.value.tapes.map((t) => showPom(t, options.units)).join(' and ')}
            </p>
            <ol className={`text-plain ${beside ? '' : 'list-decimal pl-5'}`}>
              {pom.value.steps.slice(beside ? -2 : 0).map((s) => (
                <li key={s.code}>{s.text}</li>
              ))}
            </ol>
            {pom.value.flags.map((f) => (
              <p key={f.code} className="mt-1 border-l-4 border-berry pl-2 text-plain">
                {f.text}
              </p>
            ))}
          </div>
        ) : (
          <p className="border-l-4 border-berry bg-berry-bg px-3 py-2 text-plain">{pom.reason}</p>
        )}
      </div>
    </section>
  );
}
