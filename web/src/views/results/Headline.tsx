import { LOG_RULES, metres, type NoInterval, showDiameter, showHeight } from '@arbolito/core';
import type { ReactNode } from 'react';
import type { SurveyResults } from '../../book/survey-results';
import type { Stated } from '../../book/things';
import { useBook } from '../../field/use-book';
import { mainRuleOf } from '../../ui/log-rules';
import { percent, type Quantity, type Said, sayEstimate, sayFigure, unitOf } from './figures';
import { GoalField } from './GoalField';

interface Props {
  readonly survey: Stated<'survey'>;
  readonly results: SurveyResults;
  readonly said: Said;
}

/** The figures that are asked for first, each with its ±. */
export function Headline({ survey, results, said }: Props) {
  const { result, units } = results;
  const protocol = useBook((s) => s.book.protocolOf(survey)?.options ?? null);
  const rule = mainRuleOf(protocol ?? {});
  const { whole, dominantHeight } = result;
  if (!whole)
    return (
      <p className="mt-4 border-l-4 border-berry bg-slate-bg p-3" role="status">
        The strata can’t be put together: give each its area under Plots. What each says for itself stands below.
      </p>
    );
  const boards = whole.boardFeet[rule];
  const short = (n: number, what: string) => (n > 0 ? `${n} of ${whole.counted} trees without ${what}` : null);
  const figure = (name: string, quantity: Quantity, e: Parameters<typeof sayEstimate>[0], aside: string | null) => {
    const s = sayEstimate(e, quantity, said);
    const unit = unitOf(quantity, said);
    return (
      <Cell key={name} name={unit ? `${name}, ${unit}` : name} aside={aside}>
        {s ? (
          <>
            {s.value} {s.half && <span className="text-lead font-normal whitespace-nowrap">± {s.half}</span>}
          </>
        ) : (
          '–'
        )}
      </Cell>
    );
  };
  const land = result.per === 'list' ? 'Trees' : said.area !== null ? 'Trees' : `Trees per ${units === 'us' ? 'acre' : 'hectare'}`;
  return (
    <>
      <dl
        className="mt-4 grid grid-cols-2 bg-ink text-sheet desk:auto-cols-fr desk:grid-flow-col desk:grid-cols-none desk:grid-rows-[auto_auto_auto]"
        data-headline
      >
        {figure(land, 'trees', whole.trees, `${sayFigure(whole.counted, 0)} looked at`)}
        {figure('Basal area', 'basalArea', whole.basalArea, short(whole.without.basalArea, 'a diameter'))}
        {figure('Volume over bark', 'volume', whole.volume, short(whole.without.volume, 'a volume'))}
        {boards && figure(`Boards by ${LOG_RULES[rule].name}`, 'boardFeet', boards, short(whole.without.boardFeet, 'logs'))}
        <Cell
          name="Quadratic mean diameter"
          aside={whole.loreyHeight === null ? null : `Lorey’s height ${showHeight(metres(whole.loreyHeight), units)}`}
        >
          {whole.qmd === null ? '–' : showDiameter(metres(whole.qmd), units)}
        </Cell>
        {dominantHeight.mean !== null && (
          <Cell name="Dominant height" aside={units === 'us' ? '40 thickest an acre' : '100 thickest a hectare'}>
            {showHeight(metres(dominantHeight.mean), units)}
          </Cell>
        )}
      </dl>
      {result.per !== 'list' && <SoFar survey={survey} results={results} />}
    </>
  );
}

function Cell({ name, aside, children }: { name: string; aside: string | null; children: ReactNode }) {
  return (
    <div className="row-span-3 grid min-w-0 grid-rows-subgrid border-soft px-3 py-2 not-first:border-l desk:px-4 desk:py-3">
      <dt className="text-small">{name}</dt>
      <dd className="figure text-head leading-tight font-bold">{children}</dd>
      {aside && <dd className="text-small">{aside}</dd>}
    </div>
  );
}

const NO_INTERVAL: Readonly<Record<NoInterval, string>> = {
  'one-plot': 'No ± yet: one plot says nothing of how much plots differ. Measure a second one.',
  'stratum-of-one-plot': 'No ±: a stratum has one plot only. Measure a second one there, or put it to another stratum.',
  'curve-unsure': 'No ± with the errors of the height curve: it has too few heights. Measure more heights.',
};
const OF = { volume: 'the volume', basalArea: 'the basal area', trees: 'the number of trees' } as const;

/** How sure it is so far, how that came about, and what is still to be done for the goal. */
function SoFar({ survey, results }: Pick<Props, 'survey' | 'results'>) {
  const { precision, goal, path, confidence } = results;
  const goes = typeof precision?.needed === 'number' ? Math.max(0, precision.needed - precision.plots) : null;
  return (
    <div className="mt-3 flex flex-wrap items-center gap-x-6 gap-y-2" data-precision>
      {precision ? (
        <>
          <p>
            Sampling error of {OF[precision.of]} <strong className="figure">{percent(precision.reached)}</strong> at{' '}
            {Number((confidence * 100).toFixed(2))} %, from {precision.plots} plots.{' '}
            {precision.needed === 'beyond' && <strong>The goal needs more than a million plots.</strong>}
            {goes !== null &&
              (goes === 0 ? (
                <strong>The goal is reached.</strong>
              ) : (
                <strong>
                  About {goes} more {goes === 1 ? 'plot' : 'plots'} for the goal.
                </strong>
              ))}
          </p>
          {path.length > 2 && <Path path={path} goal={goal.error} />}
        </>
      ) : (
        <p>{NO_INTERVAL[results.result.whole?.volume?.noInterval ?? results.result.whole?.trees.noInterval ?? 'one-plot']}</p>
      )}
      <GoalField survey={survey} goal={goal} />
    </div>
  );
}

const WIDE = 180;
const HIGH = 40;
/** How the sampling error fell as plots came. */
function Path({ path, goal }: { path: SurveyResults['path']; goal: number | null }) {
  const most = Math.max(...path.map((p) => p.error), goal ?? 0);
  const last = path.at(-1);
  const x = (n: number) => 4 + ((n - (path[0]?.plots ?? 0)) / Math.max(1, (last?.plots ?? 1) - (path[0]?.plots ?? 0))) * (WIDE - 8);
  const y = (e: number) => HIGH - 4 - (e / most) * (HIGH - 8);
  return (
    <svg
      width={WIDE}
      height={HIGH}
      role="img"
      aria-label={`Sampling error plot by plot, from ${percent(path[0]?.error ?? 0)} to ${percent(last?.error ?? 0)}`}
    >
      {goal !== null && <line x1={0} x2={WIDE} y1={y(goal)} y2={y(goal)} stroke="var(--resin)" strokeDasharray="4 3" strokeWidth={1.5} />}
      <polyline points={path.map((p) => `${x(p.plots)},${y(p.error)}`).join(' ')} fill="none" stroke="var(--slate)" strokeWidth={2} />
      {last && <circle cx={x(last.plots)} cy={y(last.error)} r={3.5} fill="var(--slate)" />}
    </svg>
  );
}
