import { type ProtocolOptions, sayCall } from '@arbolito/core';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { CalledWays } from '../../book/called-line';
import { limitInHand, plotScene } from '../../book/plot-scene';
import { plotTotals } from '../../book/plot-totals';
import { speciesCodes } from '../../book/species-codes';
import { classOfRow, strokeClasses, strokesOf } from '../../book/strokes';
import type { RecordOf } from '../../contract/envelope';
import { bookStore } from '../../field/book-store';
import { hands, useHands } from '../../field/hands';
import { nextTagOn } from '../../field/next-tag';
import { savedPreferences, savePreferences } from '../../field/preferences';
import { useBook } from '../../field/use-book';
import { usePlot, useTreesOn } from '../../field/use-plot';
import type { SheetState } from '../../field/use-sheet';
import { nextPlotOf } from '../../ui/plot/next-plot';
import { PlotSheet } from '../../ui/plot/PlotSheet';
import { plotWord } from '../../ui/plot/plot-words';
import { Standing } from '../../ui/plot/Standing';
import { signal } from '../../ui/signals';
import { Band } from './Band';
import { ClassPad } from './ClassPad';
import { Crew } from './Crew';
import { LineEntry } from './LineEntry';
import { Lines } from './Lines';
import { remember, remembered } from './memory';
import { type Cell, StrokesTable } from './Strokes';
import { TALLY_ACTIONS } from './tally-actions';
import { printTree, useLineBook, useMeantLine } from './use-line';
import { type Done, useUndo } from './use-undo';

interface Props {
  readonly sheet: SheetState;
  readonly survey: RecordOf<'survey'>;
  /** Null where the survey has none. */
  readonly plot: RecordOf<'plot'> | null;
  readonly byClass: boolean;
  readonly onPlot: (id: string) => void;
}

/** The tally of one plot: what is called grows into strokes, totals and the drawing as it is typed. */
export function TallyHere({ sheet, survey, plot: record, byClass, onPlot }: Props) {
  const book = useBook((s) => s.book);
  const protocol = sheet.head.protocol.options;
  const at = record?.entity ?? null;
  const plot = usePlot(sheet, at);
  const all = useTreesOn(sheet, at);
  const here = useMemo(() => all.filter((r) => !r.struck), [all]);
  const memory = useMemo(() => remembered(survey.entity), [survey.entity]);
  const [ways, setWays] = useState<CalledWays>(memory.ways);
  const [range, setRange] = useState(memory.range);
  const [text, setText] = useState(memory.text);
  const [aside, setAside] = useState(memory.aside);
  const [last, setLast] = useState<string | null>(memory.species);
  const [correcting, setCorrecting] = useState<string | null>(null);
  const [cell, setCell] = useState<Cell | null>(null);
  /** The line as it stood when Enter was refused, or asked for once more. */
  const [asked, setAsked] = useState<string | null>(null);
  const [readBack, setReadBack] = useState<string | null>(null);
  const [lastKept, setLastKept] = useState<string | null>(null);
  const how = useHands();
  const field = useRef<HTMLInputElement>(null);
  // digits in the field survive a reload, and so do lines laid aside
  useEffect(
    () => remember(survey.entity, { text: correcting ? '' : text, aside, ways, range, species: last }),
    [survey.entity, text, aside, ways, range, last, correcting],
  );

  const species = useMemo(() => book.all('species'), [book]);
  const lines = useLineBook(species, protocol);
  const where = useMemo(() => ({ survey: survey.entity, plot: at }), [survey.entity, at]);
  const tag = useMemo(() => nextTagOn(record?.body.name ?? null, all, sheet.rows, range), [record, all, sheet.rows, range]);
  const codes = useMemo(() => speciesCodes(book, sheet.rows.length > 0 ? sheet.rows : here), [book, sheet.rows, here]);
  const held = useBook((s) => correcting !== null && s.held.has(correcting));
  const corrected = correcting === null ? null : book.find('tree', correcting);
  const meant = useMeantLine(text, {
    where,
    book: lines,
    protocol,
    ways,
    last,
    tag,
    plot: plot?.judged ?? null,
    here: all,
    all: sheet.rows,
    correcting: corrected,
  });

  const classes = useMemo(() => strokeClasses(protocol), [protocol]);
  const strokes = useMemo(() => strokesOf(here, classes), [here, classes]);
  const totals = useMemo(() => plotTotals(here, plot?.ground.rule ?? null), [here, plot]);
  const wanted = useMemo(() => here.filter((r) => r.wantsHeight).length, [here]);
  const next = useMemo(() => (record ? nextPlotOf(book.partsOf(survey.entity, 'plot'), record) : null), [book, survey, record]);
  const scene = useMemo(() => {
    if (!plot) return null;
    const { row } = meant;
    const hand = row?.onPlot.at
      ? { at: row.onPlot.at, dbh: row.dbh, limit: plot.ground.shape.kind === 'point' ? limitInHand(plot.ground.rule, row.dbh, null) : null }
      : null;
    const others = correcting === null ? plot.rows : plot.rows.filter((r) => r.id !== correcting);
    return plotScene(plot.ground, plot.record, others, codes, protocol.units, { next: null, hand });
  }, [plot, meant, codes, protocol.units, correcting]);

  const undo = useUndo(book);
  const kept = (done: Done, says: string) => {
    undo.did(done);
    setLastKept(done.tree);
    setReadBack(says);
    setAsked(null);
  };

  const keep = useCallback(() => {
    const { parsed, body, notes } = meant;
    if (parsed === null) return;
    const look = () => signal('look again', hands());
    if (!parsed.ok || body === null) {
      setAsked(text);
      return look();
    }
    // a doubt is asked once; the same line again is kept
    if (notes.some((n) => n.severity === 'doubt') && asked !== text) {
      setAsked(text);
      return look();
    }
    const says = sayCall(parsed.tree, lines.context, species.find((s) => s.entity === body.species)?.body.name);
    if (corrected) {
      const version = TALLY_ACTIONS.change(corrected, body);
      kept({ what: 'change', tree: corrected.entity, version: version.id, says: `Tree ${corrected.body.tag} as it was` }, says);
      setCorrecting(null);
    } else {
      const { survey: s, plot: p, tag: t, azimuth: _a, distance: _d, longitude: _lo, latitude: _la, ...line } = body;
      const made = TALLY_ACTIONS.call({ survey: s, plot: p }, t, line);
      kept({ what: 'call', tree: made.entity, version: made.id, says: `Tree ${t} taken back` }, `${t}: ${says}`);
      if (body.species) {
        setLast(body.species);
        rememberSpecies(body.species);
      }
    }
    setText('');
    // biome-ignore lint/correctness/useExhaustiveDependencies: kept only hands on what it is given
  }, [meant, text, asked, corrected, lines, species]);

  /** One tree of a class, by one tap. */
  const tap = (cellTapped: Cell) => {
    const of = cellTapped.species === null ? null : (species.find((s) => s.body.name === cellTapped.species)?.entity ?? null);
    const from = classes.names === 'middle' ? cellTapped.of - classes.width / 2 : cellTapped.of;
    const diameter = { kind: 'class' as const, from: Math.max(0, from), width: classes.width, unit: classes.unit };
    const line = { ...NOTHING_SAID, species: of, called: { diameter, count: 1 } };
    const made = TALLY_ACTIONS.call(where, tag, line);
    kept(
      { what: 'call', tree: made.entity, version: made.id, says: `Tree ${tag} taken back` },
      `${tag}: ${cellTapped.species ?? 'no species'}, class ${cellTapped.of} ${classes.unit}`,
    );
  };
  const takeBackOne = (cellHeld: Cell) => {
    const tree = here.findLast((r) => r.species === cellHeld.species && classOfRow(r, classes) === cellHeld.of);
    if (!tree) return;
    const own = book.find('tree', tree.id);
    if (own && own.id === own.entity) undo.take({ what: 'call', tree: tree.id, version: own.id, says: `Tree ${tree.tag} taken back` });
    else TALLY_ACTIONS.strikeOut(tree.id, 'taken back');
  };
  const lastTree = lastKept === null ? null : book.find('tree', lastKept);
  const setLogs = (logs: number) => {
    if (!lastTree?.body.called) return;
    const version = TALLY_ACTIONS.change(lastTree, { ...lastTree.body, called: { ...lastTree.body.called, logs } });
    kept({ what: 'change', tree: lastTree.entity, version: version.id, says: 'Logs taken back' }, `${lastTree.body.tag}: ${logs} logs`);
  };

  const correct = (id: string) => {
    setCorrecting(id);
    void bookStore.openAsked(id);
  };
  // its line comes into the field once all of it is here
  const version = corrected?.id ?? null;
  useEffect(() => {
    if (correcting === null || !held || version === null) return;
    const tree = book.find('tree', correcting);
    if (tree) setText(printTree(tree.body, lines));
    field.current?.focus();
    // biome-ignore lint/correctness/useExhaustiveDependencies: what is typed must not be overwritten by news of the book
  }, [correcting, held, version]);

  const shown = cell === null ? all : all.filter((r) => r.species === cell.species && classOfRow(r, classes) === cell.of);
  const word = plotWord(survey.body.kind);
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
            species={species}
            protocol={protocol}
            onTap={tap}
            onTakeBack={takeBackOne}
          />
        ) : (
          <div className={`grid gap-2 desk:contents ${scene ? 'grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)]' : ''}`}>
            {scene && (
              <div className="tally-draw">
                <PlotSheet
                  scene={scene}
                  name={`${word} ${record?.body.name} to scale, north up; the list below names each tree`}
                  chosen={correcting}
                  onTree={correct}
                  onPlace={(bearing, distance) => {
                    const per = protocol.units === 'us' ? 0.3048 : 1;
                    setText((t) => `${t.replace(/@\S*\s*\S*/, '').trim()} @${bearing.toFixed(0)} ~${(distance / per).toFixed(1)}`.trim());
                    field.current?.focus();
                  }}
                />
              </div>
            )}
            <div className="tally-strokes">
              <StrokesTable
                strokes={strokes}
                classes={classes}
                codes={codes}
                chosen={cell}
                onCell={(c) => setCell(sameCell(c, cell) ? null : c)}
              />
            </div>
          </div>
        )}
        <div className="tally-lines">
          <Lines
            rows={shown}
            all={all}
            lines={lines}
            survey={survey.entity}
            protocol={protocol}
            cell={cell}
            onAll={() => setCell(null)}
            correcting={correcting}
            onCorrect={correct}
            nextTag={tag}
            onDid={undo.did}
          />
          {plot && <Standing survey={survey} plot={plot} next={next} onNext={() => next && onPlot(next.entity)} />}
          <Crew
            ways={ways}
            onWays={setWays}
            range={range}
            onRange={setRange}
            units={protocol.units}
            byClass={protocol.tally?.byClass === true}
          />
        </div>
      </div>
      <div className="tally-entry">
        {undo.refusal && (
          <p role="alert" className="border-l-4 border-berry bg-berry-bg px-3 py-1 text-plain">
            {undo.refusal}
          </p>
        )}
        {byClass ? (
          <Taps
            lastSaid={readBack}
            logs={usesLogs(protocol)}
            canUndo={undo.can}
            onUndo={undo.undo}
            onLogs={lastTree ? setLogs : null}
            large={how.pair}
          />
        ) : (
          <LineEntry
            text={text}
            onText={(t) => {
              setText(t);
              setReadBack(null);
            }}
            field={field}
            meant={meant}
            lines={lines}
            last={species.find((s) => s.entity === last)?.body ?? null}
            codes={codes}
            protocol={protocol}
            asked={asked === text && text !== ''}
            tag={corrected?.body.tag ?? tag}
            correcting={corrected !== null}
            readBack={how.pair ? readBack : null}
            aside={aside}
            onAside={() => {
              setAside((a) => [...a, text]);
              setText('');
            }}
            onFromAside={(line) => {
              setAside((a) => a.filter((l) => l !== line));
              setText(line);
            }}
            onKeep={keep}
            onLeave={() => {
              setCorrecting(null);
              setText('');
            }}
            canUndo={undo.can}
            onUndo={undo.undo}
          />
        )}
      </div>
    </div>
  );
}

const sameCell = (a: Cell, b: Cell | null) => b !== null && a.species === b.species && a.of === b.of;
const usesLogs = (p: ProtocolOptions) => (p.tally?.second ?? (p.merchantable?.logs ? 'logs' : null)) === 'logs';
const NOTHING_SAID = {
  place: null,
  product: null,
  status: null,
  crownClass: null,
  damage: null,
  cutOrLeave: null,
  cull: null,
  grade: null,
  own: null,
  note: null,
} as const;

const RECENT = 8;
function rememberSpecies(id: string) {
  const used = savedPreferences().species;
  if (used[0] !== id) savePreferences({ species: [id, ...used.filter((s) => s !== id)].slice(0, RECENT) });
}

const LOGS = [0.5, 1, 1.5, 2, 2.5, 3, 3.5, 4, 5, 6];

/** Below the class pad: what was tapped last, its logs, and back. */
function Taps(p: {
  readonly lastSaid: string | null;
  readonly logs: boolean;
  readonly canUndo: boolean;
  readonly onUndo: () => void;
  readonly onLogs: ((logs: number) => void) | null;
  readonly large: boolean;
}) {
  return (
    <div className="flex flex-col gap-1.5">
      {p.logs && (
        <div className="grid grid-cols-5 gap-1.5 desk:grid-cols-10">
          {LOGS.map((n) => (
            <button
              key={n}
              type="button"
              className="key disabled:opacity-40"
              aria-label={`${n} logs`}
              disabled={p.onLogs === null}
              onClick={() => p.onLogs?.(n)}
            >
              {n % 1 === 0 ? n : `${Math.floor(n) || ''}½`}
            </button>
          ))}
        </div>
      )}
      <div className="flex items-center gap-2">
        <p className={`min-w-0 flex-1 truncate ${p.large ? 'text-title font-semibold' : 'text-plain'}`} role="status" data-kept-line>
          {p.lastSaid ?? 'One tap is one tree. Hold a cell to take one back.'}
        </p>
        <button type="button" className="button" disabled={!p.canUndo} onClick={p.onUndo}>
          undo
        </button>
      </div>
    </div>
  );
}
