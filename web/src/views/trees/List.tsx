import type { UnitSystem } from '@arbolito/core';
import { flexRender, getCoreRowModel, getSortedRowModel, type SortingState, useReactTable } from '@tanstack/react-table';
import { useEffect, useMemo, useState } from 'react';
import { Link } from 'wouter';
import { isDoubtful, type TreeRow } from '../../book/tree-row';
import type { PlotState } from '../../contract/kinds/plot';
import { afterPaint } from '../../field/after-paint';
import { useBook } from '../../field/use-book';
import type { SheetState } from '../../field/use-sheet';
import { mainRuleOf } from '../../ui/log-rules';
import { STATES } from '../../ui/plot/plot-words';
import { Sideways } from '../../ui/table';
import { useToday } from '../../ui/use-today';
import { columnsOf, type ListedTree } from './columns';
import { CHOICE_NAMES, CHOICES, type ChoiceName, countsOf, EVERYTHING, type Filters, filtered } from './filters';

/** Where every tree wants a height those that want one are those without. */
const isShown = (c: ChoiceName, counts: Readonly<Record<ChoiceName, number>>) =>
  counts[c] > 0 && !(c === 'wanted' && counts.wanted === counts['no-height']);

/** What stands on a first screen is drawn at once, a page a frame later, the rest when somebody asks. */
const FIRST_SCREEN = 40;
const PAGE = 100;

interface Props {
  readonly t: SheetState;
  readonly units: UnitSystem;
  readonly filters: Filters;
  readonly setFilters: (filters: Filters) => void;
}

/** The trees of a survey with the names of their plots. */
export function useListed(rows: readonly TreeRow[]): readonly ListedTree[] {
  const book = useBook((s) => s.book);
  return useMemo(
    () =>
      rows.map((r) => {
        const plot = book.find('plot', r.plot)?.body;
        return { ...r, plotName: plot?.name ?? '', plotState: plot?.state ?? '' };
      }),
    [rows, book],
  );
}

/** The trees of a survey: sorted by any column, chosen by what they are and what they lack. */
export function List({ t, units, filters, setFilters }: Props) {
  const today = useToday();
  const rows = useListed(t.rows);
  const [sorting, setSorting] = useState<SortingState>([]);
  const [shown, setShown] = useState(FIRST_SCREEN);
  useEffect(() => {
    let here = true;
    void afterPaint().then(() => here && setShown(PAGE));
    return () => {
      here = false;
    };
  }, []);
  const boards = t.head.sums.total.trees > t.head.sums.total.without.boardFeet;
  const [species, plots, states] = useMemo(
    () => [distinct(rows.map((r) => r.species ?? '')), distinct(rows.map((r) => r.plotName)), distinct(rows.map((r) => r.plotState))],
    [rows],
  );
  const rule = mainRuleOf(t.head.protocol.options);
  const products = (t.head.protocol.options.products ?? []).length > 0;
  const columns = useMemo(
    () => columnsOf(units, { boards, plots: plots.length > 1, products, rule }),
    [units, boards, plots.length, products, rule],
  );
  const data = useMemo(() => [...filtered(rows, filters, today)], [rows, filters, today]);
  const table = useReactTable({
    data,
    columns,
    state: { sorting },
    onSortingChange: setSorting,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getRowId: (r) => r.id,
  });
  const sorted = table.getRowModel().rows;
  const counts = useMemo(() => countsOf(rows, today), [rows, today]);
  const survey = t.head.survey.entity;
  return (
    <section aria-label="Trees" className="min-w-0">
      <div className="flex flex-wrap items-center gap-2">
        {CHOICE_NAMES.filter((c) => isShown(c, counts) || filters.choice === c).map((c) => (
          <button
            key={c}
            type="button"
            className="chip px-3"
            aria-pressed={filters.choice === c}
            onClick={() => setFilters({ ...filters, choice: filters.choice === c ? null : c })}
          >
            {counts[c]} {CHOICES[c].name}
          </button>
        ))}
        {species.length > 1 && (
          <Pick
            name="Species"
            all="every species"
            none="species not said"
            value={filters.species}
            of={species}
            set={(v) => setFilters({ ...filters, species: v })}
          />
        )}
        {plots.length > 1 && (
          <Pick
            name="Plot"
            all="every plot"
            none="in no plot"
            value={filters.plot}
            of={plots}
            set={(v) => setFilters({ ...filters, plot: v })}
          />
        )}
        {states.length > 1 && (
          <Pick
            name="State of the plot"
            all="plots in any state"
            none="state not said"
            value={filters.state}
            of={states}
            say={(s) => STATES[s as PlotState] ?? s}
            set={(v) => setFilters({ ...filters, state: v })}
          />
        )}
        <input
          type="search"
          aria-label="Tag, plot or species"
          placeholder="tag …"
          className="box w-36"
          value={filters.text}
          onChange={(e) => setFilters({ ...filters, text: e.target.value })}
        />
      </div>
      <Sideways name="List of trees">
        <table className="mt-2 w-full min-w-[600px] text-left text-plain" data-trees>
          <thead className="border-b border-edge text-small text-soft">
            {table.getHeaderGroups().map((g) => (
              <tr key={g.id}>
                {g.headers.map(({ id, column, getContext }) => {
                  const sort = column.getIsSorted();
                  return (
                    <th
                      key={id}
                      className={`font-normal whitespace-nowrap ${column.columnDef.meta === 'number' ? 'pl-3 text-right' : column.id === 'says' ? 'pl-4' : 'pr-3'}`}
                      aria-sort={sort === 'asc' ? 'ascending' : sort === 'desc' ? 'descending' : 'none'}
                    >
                      <button type="button" className="min-h-12 font-normal" onClick={column.getToggleSortingHandler()}>
                        {flexRender(column.columnDef.header, getContext())}
                        <span aria-hidden="true">{sort === 'asc' ? ' ▲' : sort === 'desc' ? ' ▼' : ''}</span>
                      </button>
                    </th>
                  );
                })}
              </tr>
            ))}
          </thead>
          <tbody>
            {sorted.slice(0, shown).map((row) => (
              <tr key={row.id} className="border-b border-rule">
                {row.getVisibleCells().map(({ id, column, getContext, getValue }) =>
                  column.id === 'tag' ? (
                    <th key={id} scope="row" className="figure pr-3 font-semibold">
                      <Link
                        className={`flex min-h-11 items-center underline decoration-edge underline-offset-4 ${row.original.struck ? 'line-through' : ''}`}
                        href={`/measure?survey=${survey}&tree=${row.id}`}
                      >
                        {row.original.tag}
                        {row.original.count > 1 && ` ×${row.original.count}`}
                      </Link>
                    </th>
                  ) : column.id === 'says' ? (
                    <td key={id} className={`min-w-44 pl-4 text-small ${isDoubtful(row.original) ? 'text-berry' : 'text-soft'}`}>
                      {getValue<string>()}
                    </td>
                  ) : (
                    <td
                      key={id}
                      className={column.columnDef.meta === 'number' ? 'figure pl-3 text-right whitespace-nowrap' : 'pr-3 whitespace-nowrap'}
                    >
                      {flexRender(column.columnDef.cell, getContext()) || <span className="text-soft">not said</span>}
                    </td>
                  ),
                )}
              </tr>
            ))}
          </tbody>
        </table>
      </Sideways>
      {sorted.length === 0 && (
        <p className="mt-4 text-soft">
          No tree is like that.{' '}
          <button type="button" className="button" onClick={() => setFilters(EVERYTHING)}>
            Show all
          </button>
        </p>
      )}
      {sorted.length > shown && (
        <button type="button" className="button mt-3" onClick={() => setShown(shown + PAGE)}>
          Show {Math.min(PAGE, sorted.length - shown)} more of {sorted.length}
        </button>
      )}
    </section>
  );
}

const distinct = (all: readonly string[]) => [...new Set(all)].sort((a, b) => a.localeCompare(b, undefined, { numeric: true }));

interface PickProps {
  readonly name: string;
  readonly all: string;
  readonly none: string;
  readonly value: string | null;
  readonly of: readonly string[];
  readonly say?: (value: string) => string;
  readonly set: (value: string | null) => void;
}

function Pick({ name, all, none, value, of, say = (v) => v, set }: PickProps) {
  // null is every one, and '' those without
  const at = value === null ? -1 : of.indexOf(value);
  return (
    <select
      aria-label={name}
      className="chip max-w-48 justify-start px-2"
      value={at}
      onChange={(e) => set(of[Number(e.target.value)] ?? null)}
    >
      <option value={-1}>{all}</option>
      {of.map((o, i) => (
        <option key={o} value={i}>
          {o ? say(o) : none}
        </option>
      ))}
    </select>
  );
}
