import { type ProtocolOptions, sayCall } from '@arbolito/core';
import { type RefObject, useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import type { JudgedPlot } from '../../book/on-plot';
import { classOfRow, type StrokeClasses } from '../../book/strokes';
import type { Stated } from '../../book/things';
import type { TreeRow } from '../../book/tree-row';
import type { TreesHere } from '../../book/trees-here';
import type { BodyOf } from '../../contract/envelope';
import { bookStore } from '../../field/book-store';
import { OtherTabs, takeNumber } from '../../field/given-numbers';
import { hands } from '../../field/hands';
import { nextTagOn } from '../../field/next-tag';
import { speciesUsed } from '../../field/preferences';
import { useBook } from '../../field/use-book';
import { signal } from '../../ui/signals';
import { useSteady } from '../../ui/use-steady';
import { remembered, rememberSoon, whenLeaving } from './memory';
import type { Cell } from './Strokes';
import { TALLY_ACTIONS, treeOfLine } from './tally-actions';
import { type LineBook, printTree, useMeantLine } from './use-line';
import { type Done, useUndo } from './use-undo';

interface Around {
  readonly survey: string;
  readonly plot: Stated<'plot'> | null;
  readonly judged: JudgedPlot | null;
  readonly protocol: ProtocolOptions;
  readonly lines: LineBook;
  readonly classes: StrokeClasses;
  /** Trees of the plot, struck-out ones too, and of the whole survey. */
  readonly here: TreesHere;
  readonly all: readonly TreeRow[];
  readonly field: RefObject<HTMLInputElement | null>;
}

/** What is being called on a plot: the line in the field, the tree whose line is typed anew, what was kept last. */
export function useCalled({ survey, plot, judged, protocol, lines, classes, here, all, field }: Around) {
  const [memory] = useState(() => remembered(survey));
  const [ways, setWays] = useState(memory.ways);
  const [range, setRange] = useState(memory.range);
  const [text, setText] = useState(memory.text);
  const [aside, setAside] = useState(memory.aside);
  const [last, setLast] = useState(memory.species);
  const [correcting, setCorrecting] = useState<string | null>(null);
  /** The line as it stood when Enter was refused, or asked for once more. */
  const [asked, setAsked] = useState<string | null>(null);
  /** What was kept last, in words, and of which tree. */
  const [kept, setKept] = useState<{ readonly tree: string; readonly says: string } | null>(null);
  const undo = useUndo();
  const tabs = useRef<OtherTabs | null>(null);
  useEffect(() => {
    const open = new OtherTabs(survey);
    tabs.current = open;
    return () => open.close();
  }, [survey]);
  useEffect(whenLeaving, []);
  // digits in the field survive a reload, and so do lines laid aside
  useEffect(
    () => rememberSoon(survey, { text: correcting ? '' : text, aside, ways, range, species: last }),
    [survey, text, aside, ways, range, last, correcting],
  );

  const at = plot?.entity ?? null;
  const where = useMemo(() => ({ survey, plot: at }), [survey, at]);
  const tag = useMemo(() => nextTagOn(plot?.body.name ?? null, here, all, range), [plot, here, all, range]);
  const corrected = useBook((s) => (correcting === null ? null : s.book.find('tree', correcting)));
  const meant = useMeantLine(text, { where, book: lines, protocol, ways, last, tag, plot: judged, here, all, correcting: corrected });

  const did = useSteady((done: Done, says: string) => {
    undo.did(done);
    setKept({ tree: done.tree, says });
    setAsked(null);
  });
  /** Keeps a new tree. Where another tab tallies here too, its number is taken under a lock that all tabs share. @param own whether the number is given by this page */
  const call = useSteady((body: BodyOf<'tree'>, own: boolean, says: (tag: string) => string) => {
    const make = (tag: string) => {
      const made = TALLY_ACTIONS.call({ ...body, tag });
      did({ what: 'call', tree: made.entity, version: made.id }, says(tag));
    };
    if (!own || !tabs.current?.any) return make(body.tag);
    const taken = new Set(here.all.map((r) => r.tag));
    // without a store nothing is shared with other tabs either
    void takeNumber(survey, body.tag, (t) => !taken.has(t)).then(make, () => make(body.tag));
  });
  const leave = () => {
    setCorrecting(null);
    setText('');
    setAsked(null);
  };

  const keep = () => {
    const { parsed, body, notes } = meant;
    // the tree to be corrected may still be on its way
    if (parsed === null || (correcting !== null && !corrected)) return;
    const doubts = notes.some((n) => n.severity === 'doubt');
    // a line that can't be read stays; a doubt is asked once, and the same line again is kept
    if (!parsed.ok || body === null || (doubts && asked !== text)) {
      setAsked(text);
      return signal('look again', hands());
    }
    const name = lines.species.find((s) => s.entity === body.species)?.body.name;
    const says = `${body.tag}: ${sayCall(parsed.tree, lines.context, name)}`;
    if (corrected) did({ what: 'change', tree: corrected.entity, version: TALLY_ACTIONS.change(corrected, body).id }, says);
    else {
      call(body, parsed.tree.tag == null, (tag) => `${tag}: ${sayCall(parsed.tree, lines.context, name)}`);
      if (body.species) {
        setLast(body.species);
        speciesUsed([body.species]);
      }
    }
    leave();
  };

  /** One tree of a class, by one tap. */
  const tap = useSteady(({ species: name, of }: Cell) => {
    const species = name === null ? null : (lines.species.find((s) => s.body.name === name)?.entity ?? null);
    const { width, unit, names } = classes;
    const from = names === 'middle' ? Math.max(0, of - width / 2) : of;
    const body = treeOfLine(where, tag, { species, called: { diameter: { kind: 'class', from, width, unit }, count: 1 }, note: null });
    call(body, true, (given) => `${given}: ${name ?? 'no species'}, class ${of} ${unit}`);
  });
  /** The last tree of a class is taken back: struck out where it is more than a tap of this page. */
  const takeBack = useSteady(({ species, of }: Cell) => {
    const tree = here.all.findLast((r) => !r.struck && r.species === species && classOfRow(r, classes) === of);
    if (!tree) return;
    const own = bookStore.snapshot().book.find('tree', tree.id);
    if (own?.history.length === 1 && tree.readings === 0) undo.take({ what: 'call', tree: tree.id, version: own.latest.id });
    else
      void TALLY_ACTIONS.strikeOut(tree.id, 'taken back').then((version) =>
        did({ what: 'strike', tree: tree.id, version }, `${tree.tag} struck out`),
      );
  });
  const lastTree = useBook((s) => (kept === null ? null : s.book.find('tree', kept.tree)));
  const setLogs = (logs: number) => {
    if (!lastTree?.body.called) return;
    const version = TALLY_ACTIONS.change(lastTree, { ...lastTree.body, called: { ...lastTree.body.called, logs } });
    did({ what: 'change', tree: lastTree.entity, version: version.id }, `${lastTree.body.tag}: ${logs} ${logs === 1 ? 'log' : 'logs'}`);
  };

  const correct = useCallback((tree: string) => {
    setCorrecting(tree);
    void bookStore.openAsked(tree);
  }, []);
  // its line comes into the field once all of it is here, and again where another device changed it meanwhile
  const held = useBook((s) => correcting !== null && s.held.has(correcting));
  const version = held ? (corrected?.latest.id ?? null) : null;
  const now = useRef({ corrected, lines });
  useLayoutEffect(() => {
    now.current = { corrected, lines };
  });
  useEffect(() => {
    const { corrected: tree, lines: book } = now.current;
    if (version === null || !tree) return;
    setText(printTree(tree.body, book));
    field.current?.focus();
  }, [version, field]);

  return {
    text,
    type: (next: string) => {
      setText(next);
      setKept((k) => k && { ...k, says: '' });
    },
    asked: asked === text && text !== '',
    meant,
    tag: corrected?.body.tag ?? tag,
    nextTag: tag,
    last,
    correcting: corrected ? correcting : null,
    correct,
    keep,
    leave,
    tap,
    takeBack,
    /** Null where no tree was called since the page was opened. */
    setLogs: lastTree?.body.called ? setLogs : null,
    said: kept?.says || null,
    aside,
    layAside: () => {
      setAside((a) => [...a, text]);
      setText('');
      setAsked(null);
    },
    takeUp: (line: string) => {
      setAside((a) => a.filter((l) => l !== line));
      setText(line);
    },
    ways,
    setWays,
    range,
    setRange,
    undo,
  };
}
export type CalledHere = ReturnType<typeof useCalled>;
