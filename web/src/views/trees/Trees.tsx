import {
  cubicMetres,
  formatNumber,
  LOG_RULE_NAMES,
  LOG_RULES,
  metres,
  metresPerLength,
  showBasalArea,
  showDiameter,
  showHeight,
  showVolume,
  squareMetres,
  type TallyLine,
  type UnitSystem,
} from '@arbolito/core';
import { lazy, memo, Suspense, useState } from 'react';
import { Link, useSearchParams } from 'wouter';
import { findingsIn, isDoubtful, type TreeRow } from '../../book/tree-row';
import type { RecordOf } from '../../contract/envelope';
import type { Coming as HowFar } from '../../field/synchronise';
import { useBook, useBookState } from '../../field/use-book';
import { type SheetState, useSheet } from '../../field/use-sheet';
import { Coming } from '../../ui/Coming';
import { byMainRule, byOtherRules, MAIN_RULE } from '../../ui/log-rules';
import { Shell } from '../../ui/Shell';

const HeightsByDiameter = lazy(() => import('./HeightsByDiameter'));

/** The trees of a survey and what they add up to. */
export default function Trees() {
  const [asked] = useSearchParams();
  const id = asked.get('survey');
  const sheet = useSheet(id);
  const coming = useBook((s) => (id ? s.coming.get(id) : undefined));
  return sheet?.head ? <SurveyPage t={sheet} coming={coming} /> : <NotYet id={id} worked={sheet?.worked ?? 0} />;
}

/** Until a survey is worked out: what is known of it, and how far it is. */
function NotYet({ id, worked }: { id: string | null; worked: number }) {
  const state = useBookState();
  const coming = id ? state.coming.get(id) : undefined;
  const survey = state.book.find('survey', id);
  if (survey) {
    return (
      <Shell where={survey.body.name}>
        <Title survey={survey} protocol={state.book.protocolOf(survey)?.name ?? null} />
        {coming ? <Coming {...coming} /> : <Working worked={worked} />}
      </Shell>
    );
  }
  if (id !== null && (!state.loaded || state.reached === null || coming || (state.along.has(id) && !state.whole && state.reached)))
    return <Shell>{coming ? <Coming {...coming} /> : 'Opening the survey …'}</Shell>;
  return (
    <Shell>
      <h1 className="text-[28px] font-bold">No such survey on this device</h1>
      <p className="my-3 max-w-prose text-soft">It may be on a device that has not sent its records yet.</p>
      <a className="button" href="/">
        Back to the field book
      </a>
    </Shell>
  );
}

/** How far a survey is worked out that nobody has opened on this device before. */
const Working = ({ worked }: { worked: number }) => (
  <p role="status" className="mt-4 text-soft">
    Working out its trees …{worked > 0 && ` ${formatNumber(worked, 0)} so far`}
  </p>
);

/** What survey this is, and on to the next tree of it. */
function Title({ survey, protocol }: { survey: RecordOf<'survey'>; protocol: string | null }) {
  const { name, place } = survey.body;
  return (
    <div className="flex flex-wrap items-end justify-between gap-4">
      <div>
        <h1 className="text-[30px] leading-tight font-bold">{name}</h1>
        <p className="text-soft">
          {place && `${place} · `}
          <a
            className="inline-flex min-h-11 items-center underline decoration-edge underline-offset-4"
            href={`/protocols?survey=${survey.entity}`}
          >
            {protocol}
          </a>
        </p>
      </div>
      <Link className="button button-go" href={`/measure?survey=${survey.entity}`}>
        Measure the next tree
      </Link>
    </div>
  );
}

const SurveyPage = memo(function SurveyPage({ t, coming }: { t: SheetState; coming: HowFar | undefined }) {
  const { survey, protocol, withHeight, doubtful } = t.head;
  const units = protocol.options.units;
  return (
    <Shell where={survey.body.name}>
      <Title survey={survey} protocol={protocol.name} />
      {coming && <Coming {...coming} />}
      {t.old && (
        <p role="status" className="mt-3 text-[15px] text-soft" data-old>
          As it was when it was last open; what came since is being worked out …
        </p>
      )}
      {t.rows.length === 0 ? (
        <p className="mt-6 border-l-4 border-slate bg-slate-bg p-4">
          No tree is measured yet. The first one needs a diameter, a distance and two sights.
        </p>
      ) : (
        <>
          <Totals t={t} units={units} />
          {withHeight > 2 && (
            <Suspense fallback={<div className="mt-6 h-[322px]" />}>
              <HeightsByDiameter rows={t.rows} survey={survey.entity} units={units} />
            </Suspense>
          )}
          <Species t={t} units={units} />
          <List t={t} units={units} doubtful={doubtful} />
        </>
      )}
    </Shell>
  );
});

function Totals({ t, units }: { t: SheetState; units: UnitSystem }) {
  const { total } = t.head.sums;
  const cells = [
    { name: 'Trees', value: String(total.trees), aside: `${t.head.withHeight} with a height` },
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
            name: `Board feet, ${MAIN_RULE}`,
            value: byMainRule(total.boardFeet),
            aside: byOtherRules(total.boardFeet, 'name'),
          },
        ]
      : []),
  ];
  return (
    <dl className="mt-5 grid grid-cols-2 border-y-2 border-ink desk:grid-cols-4">
      {cells.map((c) => (
        <div key={c.name} className="px-1 py-3">
          <dt className="text-[14px] text-soft">{c.name}</dt>
          <dd className="figure text-[24px] leading-tight font-semibold">{c.value}</dd>
          <dd className="text-[13.5px] text-soft">{c.aside}</dd>
        </div>
      ))}
    </dl>
  );
}

const missing = (n: number, what: string) => (n === 0 ? '' : `${n} without ${what} not counted`);

/** Shares of basal area by species: a bar says it faster than a column of figures. */
function Species({ t, units }: { t: SheetState; units: UnitSystem }) {
  const all = t.head.sums.total.basalArea;
  const boards = t.head.sums.total.trees > t.head.sums.total.without.boardFeet;
  return (
    <section className="mt-7">
      <h2 className="text-[20px] font-semibold">By species</h2>
      <Sideways name="Sums by species">
        <table className="mt-2 w-full min-w-[540px] text-left">
          <thead className="border-b border-edge text-[14px] text-soft">
            <tr>
              <th className="py-1.5 font-normal">Species</th>
              <th className="w-[26%] font-normal">Share of basal area</th>
              <Num head>Trees</Num>
              <Num head>Basal area</Num>
              <Num head>Volume</Num>
              {boards && <Num head>{MAIN_RULE} bd ft</Num>}
            </tr>
          </thead>
          <tbody>
            {t.head.sums.species.map((line) => (
              <SpeciesLine key={line.species ?? ''} line={line} share={all > 0 ? line.basalArea / all : 0} units={units} boards={boards} />
            ))}
          </tbody>
        </table>
      </Sideways>
    </section>
  );
}

function SpeciesLine({ line, share, units, boards }: { line: TallyLine; share: number; units: UnitSystem; boards: boolean }) {
  return (
    <tr className="border-b border-rule">
      <th scope="row" className="py-2 font-medium">
        {line.species ?? 'species not said'}
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
      {boards && <Num>{byMainRule(line.boardFeet)}</Num>}
    </tr>
  );
}

const PAGE = 100;

function List({ t, units, doubtful }: { t: SheetState; units: UnitSystem; doubtful: number }) {
  const [only, setOnly] = useState(false);
  const [shown, setShown] = useState(PAGE);
  const rows = only ? t.rows.filter(isDoubtful) : t.rows;
  const boards = t.head.sums.total.trees > t.head.sums.total.without.boardFeet;
  return (
    <section className="mt-7">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h2 className="text-[20px] font-semibold">Trees</h2>
        {doubtful > 0 && (
          <button type="button" className="chip px-3" aria-pressed={only} onClick={() => setOnly(!only)}>
            {doubtful} to look at
          </button>
        )}
      </div>
      <Sideways name="List of trees">
        <table className="mt-2 w-full min-w-[600px] text-left" data-trees>
          <thead className="border-b border-edge text-[14px] text-soft">
            <tr>
              <th className="py-1.5 font-normal">Tree</th>
              <th className="font-normal">Species</th>
              <Num head>Diameter</Num>
              <Num head>Height</Num>
              <Num head>Volume</Num>
              {boards && <Num head>Logs</Num>}
              {boards && <Num head>{LOG_RULE_NAMES.map((r) => LOG_RULES[r].short).join(' · ')}</Num>}
              <th className="pl-4 font-normal">To look at</th>
            </tr>
          </thead>
          <tbody>
            {rows.slice(0, shown).map((row) => (
              <TreeLine key={row.id} row={row} survey={t.head.survey.entity} units={units} boards={boards} />
            ))}
          </tbody>
        </table>
      </Sideways>
      {rows.length > shown && (
        <button type="button" className="button mt-3" onClick={() => setShown(shown + PAGE)}>
          Show {Math.min(PAGE, rows.length - shown)} more of {rows.length}
        </button>
      )}
    </section>
  );
}

function TreeLine({ row, survey, units, boards }: { row: TreeRow; survey: string; units: UnitSystem; boards: boolean }) {
  const per = metresPerLength(units);
  const { height, sigma, volume, boards: logs } = row;
  return (
    <tr className="border-b border-rule">
      <th scope="row" className="figure font-semibold">
        <Link
          className="flex min-h-11 items-center underline decoration-edge underline-offset-4"
          href={`/measure?survey=${survey}&tree=${row.id}`}
        >
          {row.tag}
        </Link>
      </th>
      <td>{row.species ?? <span className="text-soft">not said</span>}</td>
      <Num>{diameters(row, units)}</Num>
      <Num>{height === null ? '–' : `${showHeight(metres(height), units)} ±${formatNumber((sigma ?? 0) / per, 1)}`}</Num>
      <Num>{volume === null ? '–' : showVolume(cubicMetres(volume), units)}</Num>
      {boards && <Num>{logs?.count ?? '–'}</Num>}
      {boards && <Num>{logs ? LOG_RULE_NAMES.map((r) => formatNumber(logs.boardFeet[r], 0)).join(' · ') : '–'}</Num>}
      <td className={`max-w-64 pl-4 text-[14px] ${isDoubtful(row) ? 'text-berry' : 'text-soft'}`}>
        {row.trouble ?? findingsIn(row)[0]?.what ?? ''}
      </td>
    </tr>
  );
}

/** One diameter, or each stem's where they stand alone. */
function diameters({ dbh, apart, stems }: TreeRow, units: UnitSystem): string {
  if (dbh !== null) return showDiameter(metres(dbh), units);
  if (!apart) return '–';
  const each = stems.map((s) => showDiameter(metres(s.dbh), units));
  return each.map((d, i) => (i < each.length - 1 ? d.split(' ')[0] : d)).join(' + ');
}

/** A table wider than a phone scrolls by itself, by keyboard too. */
function Sideways({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: a region that scrolls must take the focus, or keys can't move it
    <section aria-label={name} tabIndex={0} className="overflow-x-auto">
      {children}
    </section>
  );
}

function Num({ head, children }: { head?: boolean; children: React.ReactNode }) {
  return head ? (
    <th className="pl-3 text-right font-normal whitespace-nowrap">{children}</th>
  ) : (
    <td className="figure pl-3 text-right whitespace-nowrap">{children}</td>
  );
}
