import { metresPerLength } from '@arbolito/core';
import { useCallback, useDeferredValue, useMemo, useRef, useState } from 'react';
import { habitsOf } from '../../book/line-checks';
import { limitInHand, plotScene } from '../../book/plot-scene';
import { plotTotals } from '../../book/plot-totals';
import { speciesCodes } from '../../book/species-codes';
import { classOfRow, strokeClasses, strokesOf } from '../../book/strokes';
import type { Stated } from '../../book/things';
import { wantHeights } from '../../book/trees-here';
import { useHands } from '../../field/hands';
import { allSpecies, useListOf, usePlotsOf } from '../../field/use-book';
import { usePlot, useTreesOn } from '../../field/use-plot';
import type { SheetState } from '../../field/use-sheet';
import { nextPlotOf } from '../../ui/plot/next-plot';
import { PlotSheet } from '../../ui/plot/PlotSheet';
import { plotWord } from '../../ui/plot/plot-words';
import { Standing } from '../../ui/plot/Standing';
import { useSteady } from '../../ui/use-steady';
import { Band } from './Band';
import { ClassPad } from './ClassPad';
import { Crew } from './Crew';
import { LineEntry } from './LineEntry';
import { Lines } from './Lines';
import { type Cell, StrokesTable } from './Strokes';
import { Taps, usesLogs } from './Taps';
import { useCalled } from './use-called';
import { useLineBook } from './use-line';

interface Props {
  readonly sheet: SheetState;
  readonly survey: Stated<'survey'>;
  /** Null where the survey has none. */
  readonly plot: Stated<'plot'> | null;
  readonly byClass: boolean;
  readonly onPlot: (id: string) => void;
}

/** The tally of one plot: what is called grows into strokes, totals and the drawing as it is typed. */
export function TallyHere({ sheet, survey, plot: record, byClass, onPlot }: Props) {
  const protocol = sheet.head.protocol.options;
  const at = record?.entity ?? null;
  const trees = useTreesOn(sheet, at);
  const plot = usePlot(sheet, at, trees);
  const [cell, setCell] = useState<Cell | null>(null);
  const { pair } = useHands();
  const field = useRef<HTMLInputElement>(null);

  const species = useListOf(allSpecies);
  const plots = usePlotsOf(survey.entity);
  const codes = useMemo(() => speciesCodes(species, sheet.rows, trees.fresh), [species, sheet.rows, trees.fresh]);
  const lines = useLineBook(species, codes, protocol);
  const classes = useMemo(() => strokeClasses(protocol), [protocol]);
  const judged = plot?.judged ?? null;
  const c = useCalled({ survey: survey.entity, plot: record, judged, protocol, lines, classes, here: trees, all: sheet.rows, field });

  const strokes = useMemo(() => strokesOf(trees, classes), [trees, classes]);
  const rule = plot?.ground.rule ?? null;
  const totals = useMemo(() => plotTotals(trees, rule), [trees, rule]);
  const wanted = useMemo(() => wantHeights(trees), [trees]);
  const next = useMemo(() => (record ? nextPlotOf(plots, record) : null), [plots, record]);
  const inHand = c.meant.row;
  const scene = useMemo(() => {
    if (!plot) return null;
    const { rule, shape } = plot.ground;
    const limit = shape.kind === 'point' && inHand ? limitInHand(rule, inHand.dbh, null) : null;
    const hand = inHand?.onPlot.at ? { at: inHand.onPlot.at, dbh: inHand.dbh, limit } : null;
    // a tree whose line is typed anew is drawn where that says
    const others = plot.rows.filter((r) => r.id !== c.correcting);
    return plotScene(plot.ground, plot.record, others, codes, protocol.units, { next: null, hand });
  }, [plot, inHand, codes, protocol.units, c.correcting]);
  const comingIn = inHand && inHand.notCounted === null ? classOfRow(inHand, classes) : null;
  const [comingOf, comingCount] = [inHand?.species ?? null, inHand?.count ?? 1];
  const coming = useMemo(
    () => (comingIn === null ? null : { species: comingOf, of: comingIn, count: comingCount }),
    [comingIn, comingOf, comingCount],
  );
  const onNext = useSteady(() => next && onPlot(next.entity));
  const place = useSteady((bearing: number, distance: number) => {
    const far = (distance / metresPerLength(protocol.units)).toFixed(1);
    c.type(`${c.text.replace(/@\S*\s*\S*/, '').trim()} @${bearing.toFixed(0)} ~${far}`.trim());
    field.current?.focus();
  });
  const onCell = useCallback(
    (tapped: Cell) => setCell((now) => (now?.species === tapped.species && now.of === tapped.of ? null : tapped)),
    [],
  );

  // strokes and totals first, the list a moment later
  const listed = useDeferredValue(trees);
  const nextTag = useDeferredValue(c.nextTag);
  const shown = useMemo(
    () => (cell === null ? listed.all : listed.all.filter((r) => r.species === cell.species && classOfRow(r, classes) === cell.of)),
    [listed, cell, classes],
  );
  const last = species.find((s) => s.entity === c.last)?.body ?? null;
  const name = `${plotWord(survey.body.kind)} ${record?.body.name} to scale, north up; the list below names each tree`;
  return (
    <div className="tally" data-tally={record?.body.name ?? 'all'}>
      <div className="tally-band">
        <Band totals={totals} protocol={protocol} wanted={wanted} />
      </div>
      <div className="tally-view">
        {byClass ? (
          <ClassPad
            strokes={strokes}
            classes={classes}
            codes={codes}
            species={lines.species}
            habits={habitsOf(sheet.rows)}
            onTap={c.tap}
            onTakeBack={c.takeBack}
          />
        ) : (
          <div className={`grid gap-2 desk:contents ${scene ? 'grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)]' : ''}`}>
            {scene && (
              <div className="tally-draw">
                <PlotSheet scene={scene} name={name} chosen={c.correcting} onTree={c.correct} onPlace={place} />
              </div>
            )}
            <div className="tally-strokes">
              <StrokesTable strokes={strokes} classes={classes} codes={codes} chosen={cell} coming={coming} onCell={onCell} />
            </div>
          </div>
        )}
        <div className="tally-lines">
          <Lines
            rows={shown}
            here={listed}
            lines={lines}
            survey={survey.entity}
            protocol={protocol}
            cell={cell}
            onCell={setCell}
            correcting={c.correcting}
            onCorrect={c.correct}
            nextTag={nextTag}
            onDid={c.undo.did}
          />
          {plot && <Standing survey={survey} plot={plot} next={next} onNext={onNext} />}
          <Crew ways={c.ways} onWays={c.setWays} range={c.range} onRange={c.setRange} byClass={protocol.tally?.byClass === true} />
        </div>
      </div>
      <div className="tally-entry">
        {c.undo.refusal && (
          <p role="alert" className="mb-1 border-l-4 border-berry bg-berry-bg px-3 py-1 text-plain" data-undo-refused>
            {c.undo.refusal}
          </p>
        )}
        {byClass ? (
          <Taps said={c.said} logs={usesLogs(protocol)} undo={c.undo} onLogs={c.setLogs} large={pair} />
        ) : (
          <LineEntry called={c} field={field} lines={lines} last={last} protocol={protocol} pair={pair} />
        )}
      </div>
    </div>
  );
}
