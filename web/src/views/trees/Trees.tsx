import {
  cubicMetres,
  formatNumber,
  LOG_RULES,
  type LogRuleName,
  showBasalArea,
  showVolume,
  squareMetres,
  type TallyLine,
  type UnitSystem,
} from '@arbolito/core';
import { lazy, memo, useMemo, useState } from 'react';
import { Link, useSearchParams } from 'wouter';
import type { Stated } from '../../book/things';
import type { Coming as HowFar } from '../../field/store';
import { useBook } from '../../field/use-book';
import { type SheetState, useSheet } from '../../field/use-sheet';
import { Coming } from '../../ui/Coming';
import { Frame } from '../../ui/frame/Frame';
import { Late } from '../../ui/Late';
import { LeaveBehind } from '../../ui/LeaveBehind';
import { byOtherRules, byRule, mainRuleOf } from '../../ui/log-rules';
import { SurveyNotYet, SurveyTitle, surveyInFrame } from '../../ui/SurveyNotYet';
import { Num, Sideways } from '../../ui/table';
import { weight } from '../../ui/weight';
import { EVERYTHING } from './filters';
import { List } from './List';
import { MoveEarlier } from './MoveEarlier';

const HeightsByDiameter = lazy(() => import('./HeightsByDiameter'));

/** The trees of a survey and what they add up to. */
export default function Trees() {
  const [asked] = useSearchParams();
  const id = asked.get('survey');
  const sheet = useSheet(id);
  const coming = useBook((s) => (id ? s.coming.get(id) : undefined));
  if (!sheet?.head) return <SurveyNotYet tab="trees" id={id} worked={sheet?.worked ?? 0} />;
  return (
    <Frame tab="trees" survey={surveyInFrame(sheet.head.survey)} wide>
      <SurveyPage t={sheet} coming={coming} />
      <Carried survey={sheet.head.survey} />
    </Frame>
  );
}

/** That the survey is carried here, with what it weighs, and how to leave it behind. */
function Carried({ survey: { entity, body } }: { survey: Stated<'survey'> }) {
  const bytes = useBook((s) => s.surveys?.find((l) => l.id === entity)?.bytes);
  return (
    <p className="mt-8 flex flex-wrap items-center gap-x-4 gap-y-2 border-t border-rule pt-4 text-plain text-soft">
      <span>Carried on this device{bytes !== undefined && `, ${weight(bytes)}`}: it opens and takes readings without a network.</span>
      <LeaveBehind id={entity} name={body.name} onLeft={() => location.assign('/')} />
    </p>
  );
}

const SurveyPage = memo(function SurveyPage({ t, coming }: { t: SheetState; coming: HowFar | undefined }) {
  const { survey, protocol, withHeight } = t.head;
  const { units } = protocol.options;
  const plotAsked = useBook((s) => s.book.find('plot', new URLSearchParams(location.search).get('plot'))?.body.name ?? null);
  const [filters, setFilters] = useState({ ...EVERYTHING, plot: plotAsked });
  const counted = useMemo(() => t.rows.filter((r) => !r.struck), [t.rows]);
  return (
    <>
      <SurveyTitle survey={survey} protocol={protocol.name} conflicts={t.head.conflicts.trees}>
        <span className="flex flex-wrap gap-2">
          <Link className="button" href={`/tally?survey=${survey.entity}`}>
            Tally
          </Link>
          <Link className="button button-go" href={`/measure?survey=${survey.entity}`}>
            Measure the next tree
          </Link>
        </span>
      </SurveyTitle>
      <MoveEarlier survey={survey} units={units} />
      {coming && <Coming {...coming} />}
      {t.old && (
        <p role="status" className="mt-3 text-plain text-soft" data-old>
          What came since is being worked out …
        </p>
      )}
      {t.rows.length === 0 ? (
        <p className="mt-6 border-l-4 border-slate bg-slate-bg p-4">
          No tree is here yet. Call many in the tally, or measure one: it needs a diameter, a distance and two sights.
        </p>
      ) : (
        <>
          <Totals t={t} units={units} />
          <div className="mt-5 grid gap-x-8 gap-y-6 desk:grid-cols-[minmax(0,1.95fr)_minmax(0,1fr)]">
            <List t={t} units={units} filters={filters} setFilters={setFilters} />
            <div className="min-w-0">
              {withHeight > 2 && (
                <Late fallback={<div className="h-[322px]" />}>
                  <HeightsByDiameter rows={counted} survey={survey.entity} units={units} />
                </Late>
              )}
              <Species t={t} units={units} pick={(species) => setFilters({ ...EVERYTHING, species })} />
            </div>
          </div>
        </>
      )}
    </>
  );
});

function Totals({ t, units }: { t: SheetState; units: UnitSystem }) {
  const { sums, out, confirmed, doubtful, withHeight, notCounted, unanswered } = t.head;
  const left = (Object.keys(WHY_NOT) as (keyof typeof WHY_NOT)[]).flatMap((why) =>
    notCounted[why] > 0 ? [`${notCounted[why]} ${WHY_NOT[why]}`] : [],
  );
  const { total } = sums;
  const rule = mainRuleOf(t.head.protocol.options);
  const notes = [
    `${withHeight} with a height`,
    doubtful > 0 && `${doubtful} to look at`,
    confirmed > 0 && `${confirmed} found right`,
    unanswered > 0 && `${unanswered} not answered`,
  ];
  const cells = [
    { name: 'Trees', value: String(total.trees), aside: notes.filter(Boolean).join(', ') },
    {
      name: 'Basal area',
      value: showBasalArea(squareMetres(total.basalArea), units),
      aside: missing(total.without.basalArea, 'a diameter'),
    },
    {
      name: 'Stem volume',
      value: showVolume(cubicMetres(total.volume), units),
      aside: missing(total.without.volume, 'a height or diameter'),
    },
    ...(total.trees > total.without.boardFeet
      ? [
          {
            name: `Board feet, ${LOG_RULES[rule].name}`,
            value: byRule(total.boardFeet, rule),
            aside: byOtherRules(total.boardFeet, rule, 'name'),
          },
        ]
      : []),
  ];
  return (
    <>
      <dl className="mt-4 grid grid-cols-2 border-y-2 border-ink desk:grid-cols-4">
        {cells.map((c) => (
          <div key={c.name} className="px-1 py-2">
            <dt className="text-small text-soft">{c.name}</dt>
            <dd className="figure text-head leading-tight font-semibold">{c.value}</dd>
            <dd className="text-small text-soft">{c.aside}</dd>
          </div>
        ))}
      </dl>
      {left.length > 0 && (
        <p className="mt-2 text-plain text-soft" data-not-counted>
          Not counted: {left.join(', ')}.
        </p>
      )}
      {out.length > 0 && (
        <p className="mt-2 text-plain text-berry" data-out>
          {out.length === 1 ? 'A value of tree' : `Values of ${out.length} trees,`} {out.slice(0, MOST_NAMED).join(', ')}
          {out.length > MOST_NAMED && ' …'} can’t be so and {out.length === 1 ? 'is' : 'are'} in no sum; the{' '}
          {out.length === 1 ? 'tree is' : 'trees are'} counted.
        </p>
      )}
    </>
  );
}
const MOST_NAMED = 8;
const WHY_NOT = { out: 'outside their plot', 'too-thin': 'too thin', status: 'by their status' } as const;

const missing = (n: number, what: string) => (n === 0 ? '' : `${n} without ${what} not counted`);

/** Shares of basal area by species: a bar says it faster than a column of figures. A species leads to its trees. */
function Species({ t, units, pick }: { t: SheetState; units: UnitSystem; pick: (species: string) => void }) {
  const all = t.head.sums.total.basalArea;
  const rule = mainRuleOf(t.head.protocol.options);
  const boards = t.head.sums.total.trees > t.head.sums.total.without.boardFeet;
  return (
    <section className="mt-5">
      <h2 className="text-title font-semibold">By species</h2>
      <Sideways name="Sums by species">
        <table className="mt-2 w-full text-left text-plain">
          <thead className="border-b border-edge text-small text-soft">
            <tr>
              <th className="py-1.5 font-normal">Species</th>
              <th className="w-[22%] font-normal">Share</th>
              <Num head>Trees</Num>
              <Num head>Basal area</Num>
              <Num head>Volume</Num>
              {boards && <Num head>{LOG_RULES[rule].name} bd ft</Num>}
            </tr>
          </thead>
          <tbody>
            {t.head.sums.species.map((line) => (
              <SpeciesLine
                key={line.species ?? ''}
                line={line}
                share={all > 0 ? line.basalArea / all : 0}
                units={units}
                boards={boards}
                rule={rule}
                pick={pick}
              />
            ))}
          </tbody>
        </table>
      </Sideways>
    </section>
  );
}

interface SpeciesLineProps {
  readonly line: TallyLine;
  readonly share: number;
  readonly units: UnitSystem;
  readonly boards: boolean;
  readonly rule: LogRuleName;
  readonly pick: (species: string) => void;
}

function SpeciesLine({ line, share, units, boards, rule, pick }: SpeciesLineProps) {
  return (
    <tr className="border-b border-rule">
      <th scope="row" className="font-medium">
        <button
          type="button"
          className="min-h-11 text-left underline decoration-edge underline-offset-4"
          onClick={() => pick(line.species ?? '')}
        >
          {line.species ?? 'species not said'}
        </button>
      </th>
      <td>
        <svg
          viewBox="0 0 100 10"
          preserveAspectRatio="none"
          className="h-4 w-full"
          role="img"
          aria-label={`${formatNumber(share * 100, 0)} per cent`}
        >
          <rect width={share * 100} height="10" fill="var(--wood)" />
        </svg>
      </td>
      <Num>{line.trees}</Num>
      <Num>{showBasalArea(squareMetres(line.basalArea), units)}</Num>
      <Num>{showVolume(cubicMetres(line.volume), units)}</Num>
      {boards && <Num>{byRule(line.boardFeet, rule)}</Num>}
    </tr>
  );
}
