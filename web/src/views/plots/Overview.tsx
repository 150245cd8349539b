import type { GeoArea, Position } from '@arbolito/core';
import { useMemo, useState } from 'react';
import { Link, useLocation } from 'wouter';
import { walkingOrder } from '../../book/plot-order';
import type { Stated } from '../../book/things';
import type { TreeRow } from '../../book/tree-row';
import { treesIn } from '../../book/tree-row';
import { SAMPLES_OF } from '../../contract/kinds/survey';
import { useBook } from '../../field/use-book';
import type { SheetState } from '../../field/use-sheet';
import { capital, isDone, plotWord, STATES } from '../../ui/plot/plot-words';
import { SurveyPlan } from '../../ui/plot/SurveyPlan';
import { SurveyTitle } from '../../ui/SurveyNotYet';
import { Num, Sideways } from '../../ui/table';
import { PLOT_ACTIONS } from './plot-actions';
import { SamplesHow } from './SamplesHow';
import { Strata } from './Strata';

interface Props {
  readonly sheet: SheetState;
  readonly survey: Stated<'survey'>;
}

/** Where a survey samples, how far it has come, and on to the next plot. */
export function Overview({ sheet, survey }: Props) {
  const book = useBook((s) => s.book);
  const { head, rows } = sheet;
  const word = plotWord(survey.body.kind);
  const strata = book.partsOf(survey.entity, 'stratum');
  const listed = book.partsOf(survey.entity, 'plot');
  const byPlot = useMemo(() => onPlots(rows), [rows]);
  // struck out while another person added a tree there: it stays in sight until somebody decides
  const struck = [...byPlot.keys()].flatMap((id) => (book.isStruck(id) ? (book.find('plot', id) ?? []) : []));
  const plots = walkingOrder([...listed, ...struck]);
  const next = plots.find((p) => !isDone(p.body.state));
  const twice = [...new Set(plots.map((p) => p.body.name).filter((n, i, all) => all.indexOf(n) !== i))];
  const planned = survey.body.design?.planned ?? null;
  const finished = plots.filter((p) => p.body.state === 'finished').length;
  const [, go] = useLocation();
  const open = (id: string) => go(`/plots?survey=${survey.entity}&plot=${id}`);
  const areas = strata.flatMap(({ entity, body }) =>
    body.outline ? [{ id: entity, name: body.name, area: body.outline as unknown as GeoArea }] : [],
  );
  const at = plots.flatMap(({ entity, body }): readonly { id: string; name: string; state: string | null; at: Position }[] =>
    body.longitude == null || body.latitude == null
      ? []
      : [{ id: entity, name: body.name, state: body.state ?? null, at: [body.longitude, body.latitude] }],
  );
  return (
    <>
      <SurveyTitle survey={survey} protocol={head.protocol.name} conflicts={head.conflicts.trees}>
        {next && (
          <Link className="button button-go" href={`/plots?survey=${survey.entity}&plot=${next.entity}`}>
            Go to {word} {next.body.name}
          </Link>
        )}
      </SurveyTitle>
      <p className="mt-3 text-lead" data-progress>
        {plots.length === 0
          ? SAMPLES_OF[survey.body.kind].length > 0
            ? `No ${word} yet.`
            : 'Its trees stand on no plots.'
          : `${finished} of ${Math.max(planned ?? 0, plots.length)} ${word}s finished${planned !== null && planned > plots.length ? `, ${planned - plots.length} still without a place` : ''}.`}
      </p>
      {twice.length > 0 && (
        <p className="mt-2 border-l-4 border-berry bg-berry-bg p-3 text-plain" data-twice>
          {twice.length === 1 ? `Two ${word}s are called ${twice[0]}` : `Several ${word}s have one name: ${twice.join(', ')}`}. Were two
          crews there? Rename one, or strike its trees out.
        </p>
      )}
      <SamplesHow survey={survey} rows={rows} units={head.protocol.options.units} />
      <div className="mt-5 grid gap-x-8 gap-y-6 desk:grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)]">
        <div className="min-w-0">
          {areas.length + at.length > 0 ? (
            <div className="h-[300px] border-y border-rule desk:h-[440px]">
              <SurveyPlan areas={areas} plots={at} name={`Plan of ${survey.body.name}, true north up`} labels onPlot={open} />
            </div>
          ) : (
            <p className="border-l-4 border-slate bg-slate-bg p-4">
              A plan is drawn here once a {word} says where its centre lies, or a stratum has an outline.
            </p>
          )}
          <Strata survey={survey} strata={strata} plots={plots} units={head.protocol.options.units} />
        </div>
        <div className="min-w-0">
          {(SAMPLES_OF[survey.body.kind].length > 0 || plots.length > 0) && (
            <AddPlots survey={survey.entity} word={word} names={plots.map((p) => p.body.name)} onOpen={open} />
          )}
          {plots.length > 0 && (
            <Sideways name={`${capital(word)}s`}>
              <table className="mt-3 w-full text-left text-plain">
                <thead className="border-b border-edge text-small text-soft">
                  <tr>
                    <th className="py-1.5 font-normal">{capital(word)}</th>
                    {strata.length > 0 && <th className="font-normal">Stratum</th>}
                    <th className="font-normal">State</th>
                    <Num head>Trees</Num>
                    <Num head>To decide</Num>
                  </tr>
                </thead>
                <tbody>
                  {plots.map((p) => {
                    const own = byPlot.get(p.entity) ?? [];
                    return (
                      <tr key={p.entity} className="border-b border-rule" data-plot={p.body.name}>
                        <th scope="row" className="font-medium">
                          <Link
                            className="inline-flex min-h-11 min-w-11 items-center underline decoration-edge underline-offset-4"
                            href={`/plots?survey=${survey.entity}&plot=${p.entity}`}
                          >
                            {p.body.name}
                          </Link>
                        </th>
                        {strata.length > 0 && <td>{book.find('stratum', p.body.stratum)?.body.name ?? '–'}</td>}
                        <td>
                          {p.body.state ? STATES[p.body.state] : own.length > 0 ? 'begun' : 'not said'}
                          {p.body.counted && ', counted only'}
                          {p.conflicts.length + book.openStrikeOuts(p.entity).length > 0 && <b className="block text-berry">conflict</b>}
                          {book.isStruck(p.entity) && <b className="block text-berry">struck out, trees added</b>}
                        </td>
                        <Num>{p.body.counted ? p.body.counted.trees : treesIn(own.filter((r) => r.notCounted === null))}</Num>
                        <Num>{own.filter((r) => r.onPlot.undecided).length || ''}</Num>
                      </tr>
                    );
                  })}
                </tbody>
              </table>
            </Sideways>
          )}
        </div>
      </div>
    </>
  );
}

/** The trees of each plot: gone through once, however many plots there are. */
function onPlots(rows: readonly TreeRow[]): ReadonlyMap<string, readonly TreeRow[]> {
  const plots = new Map<string, TreeRow[]>();
  for (const row of rows) {
    if (row.plot === null || row.struck) continue;
    const own = plots.get(row.plot);
    if (own) own.push(row);
    else plots.set(row.plot, [row]);
  }
  return plots;
}

const MOST_AT_ONCE = 200;

/** The next plot by its number, or several that are planned. */
function AddPlots({
  survey,
  word,
  names,
  onOpen,
}: {
  survey: string;
  word: string;
  names: readonly string[];
  onOpen: (id: string) => void;
}) {
  const { addPlots } = PLOT_ACTIONS;
  const [many, setMany] = useState('');
  const number = Math.max(0, ...names.flatMap((n) => (/^\d+$/.test(n) ? [Number(n)] : []))) + 1;
  const count = many.trim() === '' ? null : Number(many);
  const bad = count !== null && !(Number.isInteger(count) && count >= 1 && count <= MOST_AT_ONCE);
  return (
    <div className="flex flex-wrap items-end gap-3">
      <button
        type="button"
        className="button"
        onClick={() => {
          const [id] = addPlots(survey, [String(number)], 'found');
          if (id) onOpen(id);
        }}
      >
        New {word} {number} here
      </button>
      <label className="flex flex-col gap-0.5 text-small text-soft">
        plan more, how many
        <span className="flex gap-2">
          <input
            className="box figure w-24 text-lead text-ink"
            inputMode="numeric"
            autoComplete="off"
            maxLength={4}
            value={many}
            aria-invalid={bad}
            onChange={(e) => setMany(e.target.value)}
          />
          <button
            type="button"
            className="button"
            disabled={count === null || bad}
            onClick={() => {
              addPlots(
                survey,
                Array.from({ length: count ?? 0 }, (_, i) => String(number + i)),
                'planned',
              );
              setMany('');
            }}
          >
            Plan them
          </button>
        </span>
        {bad && <span className="text-berry">A whole number from 1 to {MOST_AT_ONCE}.</span>}
      </label>
    </div>
  );
}
