import { formatNumber, metresPerLength, showHeight } from '@arbolito/core';
import { METHODS, wordsOf } from '../../methods/index';
import { MethodSelect } from './MethodSelect';
import type { MeasureModel } from './use-measure';

/** How the height is measured, and every determination of it beside the others. */
export function Determinations({ m, onPick }: { m: MeasureModel; onPick?: (() => void) | undefined }) {
  const { units } = m.prefs;
  const per = metresPerLength(units);
  const { height } = m.result;
  const agreement = height.ok ? height.value.agreement : null;
  const shown = m.determinations.map((s) => {
    const own = m.result.determinations.find((d) => d.station === s.station)?.heights.tip;
    return { ...s, height: own?.ok ? own.value : null };
  });
  // what is read next stands on the sheet
  const then = (act: () => void) => () => {
    act();
    onPick?.();
  };
  return (
    <section aria-label="How the height is measured" className="flex flex-col gap-1.5">
      <MethodSelect m={m} className="chip w-full justify-start text-left" onPick={onPick} />
      {m.determination.station === null && <p className="text-small leading-snug text-soft">{METHODS[m.method].when}</p>}
      {shown.length > 0 && (m.determination.station === null || shown.length > 1) && (
        <ol className="flex flex-col">
          {shown.map((d) => (
            <li key={d.id}>
              <button
                type="button"
                className="flex min-h-12 w-full items-baseline gap-2 border-l-[3px] border-rule px-2 text-left aria-[current=true]:border-ink aria-[current=true]:bg-slate-bg"
                aria-current={d.station === m.determination.station}
                onClick={then(() => m.openDetermination(d.id))}
              >
                <span>{wordsOf(d.method).short}</span>
                <span className="figure ml-auto text-plain">
                  {d.height ? `${showHeight(d.height.value, units)} ±${formatNumber(d.height.sigma / per, 1)}` : '–'}
                </span>
                {agreement?.odd === d.station && <span className="text-note text-berry">odd one</span>}
              </button>
            </li>
          ))}
        </ol>
      )}
      {agreement && (
        <p className="text-small text-soft">
          Mean of {agreement.determinations}: spread {formatNumber(agreement.spread / per, 2)} {units === 'us' ? 'ft' : 'm'},{' '}
          {agreement.agree ? 'within their errors' : 'more than their errors allow'}
        </p>
      )}
      {m.determination.station !== null && (
        <button type="button" className="chip self-start px-3" onClick={then(() => m.measureBy(m.method))}>
          measure it once more
        </button>
      )}
    </section>
  );
}
