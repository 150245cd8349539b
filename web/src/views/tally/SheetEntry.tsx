import { UNITS_OF } from '@arbolito/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { makeRecord } from '../../book/make-records';
import { speciesCodes } from '../../book/species-codes';
import type { Stated } from '../../book/things';
import type { AnyRecord } from '../../contract/envelope';
import { SAMPLES_OF } from '../../contract/kinds/survey';
import { bookStore } from '../../field/book-store';
import { makerNow, newId, readJson, writeJson } from '../../field/device';
import { savedPreferences } from '../../field/preferences';
import { useBook } from '../../field/use-book';
import type { SheetState } from '../../field/use-sheet';
import { plotWord } from '../../ui/plot/plot-words';
import { type CheckedRow, RowChecker } from './check-rows';
import { remembered } from './memory';
import { CELLS, cellsOf, emptyRow, isEmpty, MOST_ROWS, pasted, type SheetCell, type SheetRow } from './sheet-model';
import { useLineBook } from './use-line';

interface Props {
  readonly sheet: SheetState;
  readonly survey: Stated<'survey'>;
  readonly plots: readonly Stated<'plot'>[];
  readonly plot: Stated<'plot'> | null;
}

const make = () => ({ id: newId(), at: new Date().toISOString() });
const draftKey = (survey: string) => `arbolito.sheet.${survey}`;

/** So many rows are checked before the page may breathe. */
const AT_ONCE = 100;
/** So many trees are kept in one go: what was kept leaves the sheet, an interruption loses none and doubles none. */
const KEEP_AT_ONCE = 200;
const SHOWN = 40;
const SAVE_MS = 600;

/** A day's paper, row by row: typed or pasted, checked as it comes, kept at a word. */
export function SheetEntry({ sheet, survey, plots, plot }: Props) {
  const book = useBook((s) => s.book);
  const protocol = sheet.head.protocol.options;
  const species = useMemo(() => book.all('species'), [book]);
  const codes = useMemo(() => speciesCodes(species, sheet.rows), [species, sheet.rows]);
  const lines = useLineBook(species, codes, protocol);
  const first = plot?.body.name ?? '';
  const [rows, setRows] = useState<readonly SheetRow[]>(
    () => readJson<readonly SheetRow[]>(draftKey(survey.entity)) ?? [emptyRow(make, first)],
  );
  const [checked, setChecked] = useState<ReadonlyMap<string, CheckedRow>>(new Map());
  const [only, setOnly] = useState<'all' | 'wrong'>('all');
  const [shown, setShown] = useState(SHOWN);
  const [keeping, setKeeping] = useState<number | null>(null);
  const [says, setSays] = useState<string | null>(null);
  const table = useRef<HTMLTableElement>(null);
  const onPlots = SAMPLES_OF[survey.body.kind].length > 0 || plots.length > 0;

  useEffect(() => {
    const timer = setTimeout(() => writeJson(draftKey(survey.entity), rows.some((r) => !isEmpty(r)) ? rows : null), SAVE_MS);
    return () => clearTimeout(timer);
  }, [rows, survey.entity]);

  const { ways, range } = useMemo(() => remembered(survey.entity), [survey.entity]);
  const all = sheet.rows;
  // while trees are being kept the rows that are left are checked already
  const still = keeping !== null;
  useEffect(() => {
    if (still) return;
    let here = true;
    const checker = new RowChecker({
      book,
      survey,
      plots,
      onPlots,
      lines,
      protocol,
      ways,
      all,
      range,
    });
    const found = new Map<string, CheckedRow>();
    const work = (from: number) => {
      if (!here) return;
      for (const row of rows.slice(from, from + AT_ONCE)) found.set(row.id, checker.check(row));
      if (from + AT_ONCE < rows.length) setTimeout(() => work(from + AT_ONCE));
      else setChecked(found);
    };
    const timer = setTimeout(() => work(0));
    return () => {
      here = false;
      clearTimeout(timer);
    };
  }, [rows, book, survey, plots, onPlots, lines, protocol, ways, range, all, still]);

  const of = (state: CheckedRow['state']) => rows.filter((r) => checked.get(r.id)?.state === state);
  const [wrong, doubt, right] = [of('wrong'), of('doubt'), of('right')];
  const listed = only === 'wrong' ? rows.filter((r) => ['wrong', 'doubt'].includes(checked.get(r.id)?.state ?? '')) : rows;

  const set = (id: string, cell: SheetCell, value: string) => setRows((now) => now.map((r) => (r.id === id ? { ...r, [cell]: value } : r)));
  const focus = (row: number, cell: SheetCell) =>
    table.current?.querySelector<HTMLInputElement>(`[data-row="${row}"][data-cell="${cell}"]`)?.focus();
  const onKey = (e: React.KeyboardEvent<HTMLInputElement>, row: SheetRow, cell: SheetCell) => {
    const at = rows.indexOf(row);
    if (e.key === 'Enter') {
      e.preventDefault();
      // the row is there before the next key
      if (at === rows.length - 1) flushSync(() => setRows((now) => [...now, emptyRow(make, row.plot)]));
      focus(at + 1, e.shiftKey ? cell : 'species');
    } else if (e.key === 'ArrowDown') focus(at + 1, cell);
    else if (e.key === 'ArrowUp') focus(at - 1, cell);
  };
  const onPaste = (e: React.ClipboardEvent, row: SheetRow, cell: SheetCell) => {
    const cells = cellsOf(e.clipboardData.getData('text/plain'));
    if (cells.length === 0 || (cells.length === 1 && cells[0]?.length === 1)) return;
    e.preventDefault();
    const at = rows.indexOf(row);
    if (at + cells.length > MOST_ROWS) {
      setSays(
        `${cells.length} rows are too many for one sheet: at most ${MOST_ROWS.toLocaleString('en')} at once. Nothing was taken over.`,
      );
      return;
    }
    setSays(null);
    setRows(pasted(rows, cells, { row: at, cell }, make));
    if (cells.length > SHOWN) setOnly('wrong');
  };

  const keep = async (which: readonly SheetRow[]) => {
    const { person } = savedPreferences();
    const made = which.flatMap((row) => {
      const c = checked.get(row.id);
      if (!c || (c.state !== 'right' && c.state !== 'doubt')) return [];
      // its own id and time: kept once more after an interruption it is the same record
      const maker = { ...makerNow(person), now: new Date(row.at), newId: () => row.id };
      return [{ row, record: makeRecord(maker, 'tree', c.body) as AnyRecord }];
    });
    setKeeping(0);
    for (let i = 0; i < made.length; i += KEEP_AT_ONCE) {
      const part = made.slice(i, i + KEEP_AT_ONCE);
      await bookStore.keep(part.map((p) => p.record));
      const done = new Set(part.map((p) => p.row.id));
      setRows((now) => {
        const left = now.filter((r) => !done.has(r.id));
        writeJson(draftKey(survey.entity), left.some((r) => !isEmpty(r)) ? left : null);
        return left.length > 0 ? left : [emptyRow(make, which.at(-1)?.plot ?? first)];
      });
      setKeeping(i + part.length);
    }
    setKeeping(null);
    setOnly('all');
    setSays(`${made.length} ${made.length === 1 ? 'tree is' : 'trees are'} kept.`);
  };

  const { diameter: thin, length: long } = UNITS_OF[protocol.units];
  const heads: Readonly<Record<SheetCell, string>> = {
    plot: plotWord(survey.body.kind),
    species: 'species',
    diameter: lines.context.classes ? `class, ${lines.context.classes.unit}` : `diameter, ${thin}`,
    second: lines.context.logLength === null ? `height, ${long}` : `logs or height, ${long}`,
    marks: 'marks',
  };
  return (
    <div className="min-h-0 flex-1 overflow-auto px-4 py-3 desk:px-6" data-sheet>
      <div className="flex flex-wrap items-center gap-3">
        <p className="min-w-0 flex-1 text-plain text-soft" role="status" data-sheet-says>
          {keeping !== null
            ? `${keeping} kept …`
            : (says ??
              `${right.length} right${doubt.length > 0 ? `, ${doubt.length} doubtful` : ''}${wrong.length > 0 ? `, ${wrong.length} wrong` : ''}. Enter goes to the next row; rows copied from a spreadsheet can be pasted into any cell.`)}
        </p>
        {(wrong.length > 0 || doubt.length > 0 || only === 'wrong') && (
          <button
            type="button"
            className="chip px-3"
            aria-pressed={only === 'wrong'}
            onClick={() => setOnly((o) => (o === 'wrong' ? 'all' : 'wrong'))}
          >
            only wrong and doubtful
          </button>
        )}
        {doubt.length > 0 && (
          <button type="button" className="button" disabled={keeping !== null} onClick={() => void keep(doubt)}>
            Keep {doubt.length} doubtful all the same
          </button>
        )}
        <button
          type="button"
          className="button button-go"
          disabled={right.length === 0 || keeping !== null}
          onClick={() => void keep(right)}
        >
          Keep {right.length} {right.length === 1 ? 'tree' : 'trees'}
        </button>
      </div>
      <table ref={table} className="mt-2 w-full text-left text-plain">
        <thead className="text-small text-soft">
          <tr>
            {CELLS.map((c) => (
              <th key={c} className="px-1 font-normal">
                {heads[c]}
              </th>
            ))}
            <th className="px-1 font-normal">understood</th>
          </tr>
        </thead>
        <tbody>
          {listed.slice(0, shown).map((row) => (
            <Row
              key={row.id}
              row={row}
              at={rows.indexOf(row)}
              checked={checked.get(row.id)}
              heads={heads}
              onSet={set}
              onKey={onKey}
              onPaste={onPaste}
              onDrop={() => setRows((now) => (now.length > 1 ? now.filter((r) => r !== row) : [emptyRow(make, row.plot)]))}
            />
          ))}
        </tbody>
      </table>
      {listed.length > shown && (
        <button type="button" className="chip mt-2 px-3" onClick={() => setShown((n) => n + SHOWN)}>
          {Math.min(SHOWN, listed.length - shown)} more of {listed.length}
        </button>
      )}
      {only === 'wrong' && listed.length === 0 && (
        <p className="py-3 text-plain">Nothing is wrong or doubtful: the others wait for your word.</p>
      )}
    </div>
  );
}

const WIDTHS: Readonly<Record<SheetCell, string>> = { plot: 'w-20', species: 'w-24', diameter: 'w-24', second: 'w-28', marks: 'w-48' };

interface RowProps {
  readonly row: SheetRow;
  readonly at: number;
  readonly checked: CheckedRow | undefined;
  readonly heads: Readonly<Record<SheetCell, string>>;
  readonly onSet: (id: string, cell: SheetCell, value: string) => void;
  readonly onKey: (e: React.KeyboardEvent<HTMLInputElement>, row: SheetRow, cell: SheetCell) => void;
  readonly onPaste: (e: React.ClipboardEvent, row: SheetRow, cell: SheetCell) => void;
  readonly onDrop: () => void;
}
function Row({ row, at, checked, heads, onSet, onKey, onPaste, onDrop }: RowProps) {
  const state = checked?.state ?? 'empty';
  return (
    <tr className="border-t border-rule align-top" data-sheet-row={state}>
      {CELLS.map((cell) => (
        <td key={cell} className="p-0.5">
          <input
            className={`box figure ${WIDTHS[cell]} px-2!`}
            aria-label={`${heads[cell]}, row ${at + 1}`}
            aria-invalid={state === 'wrong' || undefined}
            data-row={at}
            data-cell={cell}
            maxLength={200}
            autoCapitalize="none"
            autoComplete="off"
            spellCheck={false}
            value={row[cell]}
            onChange={(e) => onSet(row.id, cell, e.target.value)}
            onKeyDown={(e) => onKey(e, row, cell)}
            onPaste={(e) => onPaste(e, row, cell)}
          />
        </td>
      ))}
      <td className="px-2 py-1.5 text-small">
        {checked && checked.state !== 'empty' && (
          <span className={state === 'right' ? 'text-soft' : 'text-berry'}>
            {checked.state === 'wrong' ? checked.reason : `tree ${checked.body.tag}${checked.says ? `: ${checked.says}` : ''}`}
          </span>
        )}
        {!isEmpty(row) && (
          <button
            type="button"
            className="ml-2 min-h-11 underline decoration-edge underline-offset-4"
            aria-label={`Leave out row ${at + 1}`}
            onClick={onDrop}
          >
            leave out
          </button>
        )}
      </td>
    </tr>
  );
}
