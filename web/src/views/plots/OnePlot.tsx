import { metresPerLength } from '@arbolito/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useLocation } from 'wouter';
import { limitInHand, plotScene, wayBetween } from '../../book/plot-scene';
import { speciesCodes } from '../../book/species-codes';
import type { Stated } from '../../book/things';
import { treesIn } from '../../book/tree-row';
import { useBook } from '../../field/use-book';
import { usePlot, useTreesOn } from '../../field/use-plot';
import type { SheetState } from '../../field/use-sheet';
import { Conflicts } from '../../ui/Conflicts';
import { BeforeLeaving } from '../../ui/plot/BeforeLeaving';
import { nextPlotOf } from '../../ui/plot/next-plot';
import { PlotSheet } from '../../ui/plot/PlotSheet';
import { capital, plotWord, sayFar } from '../../ui/plot/plot-words';
import { Standing } from '../../ui/plot/Standing';
import { CountOnly } from './CountOnly';
import { PlotDetails } from './PlotDetails';
import { PlotTrees } from './PlotTrees';
import { PLOT_ACTIONS } from './plot-actions';
import { TreeCard } from './TreeCard';
import { TreeHere } from './TreeHere';
import { EMPTY_FORM, meantTree } from './tree-form';

interface Props {
  readonly sheet: SheetState;
  readonly survey: Stated<'survey'>;
  readonly id: string;
}

const LEGEND = 'Tap a tree to open it, tap beside one to put the next there. Ring: on the edge. Stroke through: out. Hollow: not decided.';

/** One plot: its trees to scale, the next tree in or out, and what is missing before one leaves it. */
export function OnePlot({ sheet, survey, id }: Props) {
  const book = useBook((s) => s.book);
  const trees = useTreesOn(sheet, id);
  const plot = usePlot(sheet, id, trees);
  const [form, setForm] = useState(EMPTY_FORM);
  const [chosen, setChosen] = useState<string | null>(null);
  const [placing, setPlacing] = useState<string | null>(null);
  const [, go] = useLocation();
  const fields = useRef<HTMLDivElement>(null);
  // another plot begins at its head, wherever one stood on the page before
  useEffect(() => {
    scrollTo(0, 0);
  }, []);
  const { units, asks = [], ownFields = [] } = sheet.head.protocol.options;
  const asksMore = asks.length + ownFields.length > 0;
  const species = useMemo(() => book.all('species'), [book]);
  const codes = useMemo(() => speciesCodes(species, sheet.rows, trees.fresh), [species, sheet.rows, trees.fresh]);
  const sample = plot?.judged.sample;
  const meant = useMemo(() => meantTree(form, units, sample?.ok ? sample.sample : null), [form, units, sample]);
  const next = useMemo(() => (plot ? nextPlotOf(book.partsOf(survey.entity, 'plot'), plot.record) : null), [book, survey, plot]);
  const scene = useMemo(() => {
    if (!plot) return null;
    const way = next && wayBetween(survey, plot.record, next);
    const limit = limitInHand(plot.ground.rule, meant.dbh, meant.bearing);
    return plotScene(plot.ground, plot.record, plot.rows, codes, units, {
      next: way && next ? { ...way, name: `${plotWord(survey.body.kind)} ${next.body.name}` } : null,
      hand: meant.at ? { at: meant.at, dbh: meant.dbh, limit: plot.ground.shape.kind === 'point' ? limit : null } : null,
    });
  }, [plot, next, survey, meant, codes, units]);
  const word = plotWord(survey.body.kind);
  if (!plot || !scene) {
    return (
      <>
        <h1 className="text-page font-bold">No such {word} here</h1>
        <p className="my-3 text-soft">It may have been struck out, or not have come to this device yet.</p>
        <Link className="button" href={`/plots?survey=${survey.entity}`}>
          All {word}s
        </Link>
      </>
    );
  }
  const row = plot.rows.find((r) => r.id === chosen) ?? null;
  const { body } = plot.record;
  const place = (bearing: number, distance: number) => {
    const per = metresPerLength(units);
    setChosen(null);
    setForm((f) => ({ ...f, bearing: bearing.toFixed(0), distance: (distance / per).toFixed(1), along: 'level', to: 'axis', by: 'eye' }));
    fields.current?.querySelector<HTMLInputElement>('[name=diameter]')?.focus();
  };
  const toNext = () => next && go(`/plots?survey=${survey.entity}&plot=${next.entity}`);
  return (
    <div data-plot-page={body.name}>
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h1 className="text-head leading-tight font-bold">
          {capital(word)} {body.name}
        </h1>
        <Link
          className="inline-flex min-h-11 items-center text-plain underline decoration-edge underline-offset-4"
          href={`/plots?survey=${survey.entity}`}
        >
          All {word}s
        </Link>
        <Link
          className="inline-flex min-h-11 items-center text-plain underline decoration-edge underline-offset-4"
          href={`/tally?survey=${survey.entity}&plot=${id}`}
        >
          Tally
        </Link>
        <Link
          className="hidden min-h-11 items-center text-plain underline decoration-edge underline-offset-4 desk:inline-flex print:hidden"
          href={`/trees?survey=${survey.entity}&plot=${id}`}
        >
          In the list
        </Link>
        <button
          type="button"
          className="hidden min-h-11 text-plain underline decoration-edge underline-offset-4 desk:block print:hidden"
          onClick={() => print()}
        >
          Print
        </button>
        <p className="basis-full text-small text-soft desk:basis-auto desk:text-plain">
          {[
            plot.stratum?.body.name,
            body.slope != null && (body.slope === 0 ? 'level' : `slope ${body.slope}°`),
            body.counted
              ? `${body.counted.trees} counted`
              : `${treesIn(plot.rows.filter((r) => r.notCounted === null))} ${treesIn(plot.rows) === 1 ? 'tree' : 'trees'}`,
            body.shifted && 'moved inward: biased',
          ]
            .filter(Boolean)
            .join(', ')}
        </p>
      </div>
      {book.isStruck(id) && plot.rows.length > 0 && (
        <p className="mt-2 border-l-4 border-berry bg-berry-bg p-3 text-plain" data-struck-plot>
          This {word} was struck out while others added {plot.rows.length === 1 ? '1 tree' : `${plot.rows.length} trees`}. Open a tree to
          keep the {word} or to strike out the tree.
        </p>
      )}
      <Conflicts book={book} kind="plot" entity={id} units={units} parts={plot.rows.map((r) => r.id)} />
      {body.counted && plot.rows.length > 0 && (
        <p className="mt-2 border-l-4 border-berry bg-berry-bg p-3 text-plain" data-both>
          Trees are only counted here, and {treesIn(plot.rows)} are measured: it can’t be both. Measure trees instead, or strike them out.
          <button type="button" className="chip ml-2 px-3" onClick={() => PLOT_ACTIONS.changePlot(plot.record, { counted: null })}>
            measured, not counted
          </button>
        </p>
      )}
      {plot.ground.lacks && (
        <p className="mt-2 border-l-4 border-berry bg-berry-bg p-3 text-plain" data-lacks>
          {plot.ground.lacks} The circle drawn here is {sayFar(10, units)} and stands for nothing.
        </p>
      )}
      <div className="mt-2 grid gap-x-6 gap-y-4 desk:grid-cols-[minmax(0,1.25fr)_minmax(22rem,1fr)]">
        <div className="min-w-0">
          <div className="h-[min(262px,32dvh)] border-y border-rule desk:h-[580px]">
            <PlotSheet
              scene={scene}
              name={`${capital(word)} ${body.name} to scale, north up, with ${treesIn(plot.rows)} trees; the list below names each`}
              chosen={chosen}
              onTree={(tree) => {
                setChosen(tree);
                setPlacing(null);
              }}
              onPlace={place}
            />
          </div>
          <p className="mt-1 hidden text-small text-soft desk:block">{LEGEND}</p>
        </div>
        <div className="flex min-w-0 flex-col gap-4 print:hidden" ref={fields}>
          {row && (
            <TreeCard
              key={row.id}
              row={row}
              survey={survey}
              protocol={sheet.head.protocol.options}
              onPlace={(again) => {
                setForm(again);
                setPlacing(row.id);
              }}
              onClose={() => setChosen(null)}
            />
          )}
          {body.counted ? null : (
            <TreeHere
              survey={survey}
              plot={plot}
              all={sheet.rows}
              protocol={sheet.head.protocol.options}
              form={form}
              meant={meant}
              onForm={setForm}
              placing={placing === null ? null : (plot.rows.find((r) => r.id === placing) ?? null)}
              onKept={(tree) => {
                setPlacing(null);
                // what is asked of a tree is answered right after it; else the next one comes
                setChosen(asksMore ? tree : null);
                setForm((f) => ({ ...f, diameter: '', bearing: '', distance: '', elevation: '' }));
                fields.current?.querySelector<HTMLInputElement>('[name=diameter]')?.focus();
              }}
              onLeave={() => {
                setPlacing(null);
                setForm(EMPTY_FORM);
              }}
            />
          )}
          {survey.body.kind === 'points' && plot.rows.length === 0 && <CountOnly plot={plot.record} />}
          <BeforeLeaving plot={plot} onTree={setChosen} />
          <Standing survey={survey} plot={plot} next={next} onNext={toNext} />
          <p className="text-small text-soft desk:hidden">{LEGEND}</p>
        </div>
      </div>
      <PlotTrees survey={survey} rows={plot.rows} units={units} chosen={chosen} onTree={setChosen} />
      <PlotDetails survey={survey} plot={plot} protocol={sheet.head.protocol.options} />
    </div>
  );
}
