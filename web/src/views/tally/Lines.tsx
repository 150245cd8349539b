import { metres, type ProtocolOptions, showDiameter, showHeight, type UnitSystem } from '@arbolito/core';
import { memo, useCallback, useState } from 'react';
import { Link } from 'wouter';
import { tagIsTaken } from '../../book/line-checks';
import { struckIn } from '../../book/struck';
import { findingsIn, type TreeRow } from '../../book/tree-row';
import type { TreesHere } from '../../book/trees-here';
import { bookStore } from '../../field/book-store';
import { oneOfAlike } from '../../ui/one-of-alike';
import { StrikeOut } from '../../ui/StrikeOut';
import type { Cell } from './Strokes';
import { TALLY_ACTIONS } from './tally-actions';
import type { LineBook } from './use-line';
import type { Done } from './use-undo';

interface Props {
  /** Those of one stroke, or all. */
  readonly rows: readonly TreeRow[];
  readonly here: TreesHere;
  readonly lines: LineBook;
  readonly survey: string;
  readonly protocol: ProtocolOptions;
  readonly cell: Cell | null;
  readonly onCell: (cell: Cell | null) => void;
  readonly correcting: string | null;
  readonly onCorrect: (id: string) => void;
  readonly nextTag: string;
  readonly onDid: (done: Done) => void;
}

const PAGE = 25;

/** The trees of the plot, the last one first: each line can be corrected, struck out and brought back. */
export const Lines = memo(function Lines({ cell, onCell, rows: all, ...p }: Props) {
  const [shown, setShown] = useState(PAGE);
  const [open, setOpen] = useState<string | null>(null);
  const onOpen = useCallback((id: string) => {
    setOpen((o) => (o === id ? null : id));
    void bookStore.openAsked(id);
  }, []);
  const rows = all.slice(Math.max(0, all.length - shown)).reverse();
  const codes = new Map(p.lines.context.species.map((s) => [s.name, s.code]));
  if (all.length === 0) return <p className="py-2 text-plain text-soft">No tree called here yet.</p>;
  return (
    <section aria-label="Trees called here">
      {cell && (
        <p className="flex items-center gap-3 py-1 text-plain">
          {cell.species ?? 'No species'}, class {cell.of}:
          <button type="button" className="chip px-3" onClick={() => onCell(null)}>
            all trees
          </button>
        </p>
      )}
      <ul className="divide-y divide-rule" data-lines>
        {rows.map((row) => {
          const taken = tagIsTaken(row, p.here);
          return (
            <li key={row.id} className={row.id === p.correcting ? 'bg-resin-bg' : undefined}>
              <Line
                row={row}
                code={row.species === null ? '?' : (codes.get(row.species) ?? row.species)}
                units={p.protocol.units}
                taken={taken}
                open={open === row.id}
                onOpen={onOpen}
              />
              {open === row.id && <Opened row={row} taken={taken} {...p} />}
            </li>
          );
        })}
      </ul>
      {all.length > shown && (
        <button type="button" className="chip mt-2 px-3" onClick={() => setShown((n) => n + PAGE)}>
          {Math.min(PAGE, all.length - shown)} more of {all.length}
        </button>
      )}
    </section>
  );
});

const doubtsOf = (row: TreeRow) => (row.struck ? [] : findingsIn(row).filter((f) => f.severity !== 'advice'));

interface LineProps {
  readonly row: TreeRow;
  readonly code: string;
  readonly units: UnitSystem;
  /** Whether an earlier tree has its number. */
  readonly taken: boolean;
  readonly open: boolean;
  readonly onOpen: (id: string) => void;
}
const Line = memo(function Line({ row, code, units, taken, open, onOpen }: LineProps) {
  const doubts = doubtsOf(row);
  const says = [
    row.count > 1 && `×${row.count}`,
    row.dbh === null ? 'no diameter' : `${row.called.includes('diameter') ? '' : 'measured '}${showDiameter(metres(row.dbh), units)}`,
    row.height !== null && showHeight(metres(row.height), units),
    row.boards && `${row.boards.count} logs`,
    row.said.status && row.said.status !== 'alive' && row.said.status.replaceAll('-', ' '),
    row.struck ? 'struck out' : row.notCounted === 'out' ? 'outside' : row.notCounted === 'too-thin' ? 'too thin' : null,
    row.onPlot.undecided && 'on the edge',
    row.wantsHeight && 'wants a height',
  ].filter(Boolean);
  return (
    <button
      type="button"
      className={`flex min-h-11 w-full items-center gap-2 text-left text-plain ${row.struck ? 'text-soft line-through' : ''}`}
      aria-expanded={open}
      onClick={() => onOpen(row.id)}
      data-line={row.tag}
    >
      <span className="figure w-16 shrink-0 truncate">{row.tag}</span>
      <span className="w-12 shrink-0 truncate font-semibold">{code}</span>
      <span className="figure min-w-0 flex-1 truncate">{says.join(', ')}</span>
      {(row.trouble !== null || doubts.length > 0 || taken) && (
        <span
          className="shrink-0 rounded bg-berry-bg px-1.5 text-small text-berry"
          title={row.trouble ?? doubts[0]?.what ?? 'Its number is taken'}
        >
          look
        </span>
      )}
    </button>
  );
});

type OpenedProps = Omit<Props, 'rows' | 'cell' | 'onCell'> & { readonly row: TreeRow; readonly taken: boolean };
function Opened({ row, taken, ...p }: OpenedProps) {
  const book = bookStore.snapshot().book;
  const record = book.find('tree', row.id);
  if (row.struck) {
    const strike = struckIn(book, row.id).find((s) => s.by.body.entity === row.id);
    return (
      <div className="pb-2">
        <button type="button" className="button" disabled={!strike} onClick={() => strike && TALLY_ACTIONS.bringBack(strike.by.id)}>
          Bring it back
        </button>
      </div>
    );
  }
  return (
    <div className="flex flex-col gap-2 pb-2">
      {row.trouble && (
        <p className="text-plain text-berry">
          {row.trouble} {row.conflicts > 0 && <a href="/refused">Choose a value</a>}
        </p>
      )}
      {doubtsOf(row).map((f) => (
        <p key={f.code} className="text-plain text-berry">
          {f.what} {f.why}
        </p>
      ))}
      {taken && !doubtsOf(row).some((f) => f.code === 'tag-taken') && (
        <p className="text-plain text-berry">Another tree here has its number.</p>
      )}
      {record?.body.called?.typed && (
        <p className="text-small text-soft">
          Called: <span className="figure">{record.body.called.typed}</span>
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        <button type="button" className="button" onClick={() => p.onCorrect(row.id)}>
          Correct
        </button>
        {row.count > 1 ? (
          <button
            type="button"
            className="button"
            disabled={!record}
            onClick={() => record && oneOfAlike(record, p.nextTag, row.readings > 0)}
          >
            Make one of {row.count} its own
          </button>
        ) : (
          <Link className="button" href={`/measure?survey=${p.survey}&tree=${row.id}`}>
            Measure it
          </Link>
        )}
        {taken && record && (
          <button type="button" className="button" onClick={() => TALLY_ACTIONS.change(record, { ...record.body, tag: p.nextTag })}>
            Number it {p.nextTag}
          </button>
        )}
        <StrikeOut
          what={`tree ${row.tag}`}
          className="button"
          onStrike={(reason) => {
            void TALLY_ACTIONS.strikeOut(row.id, reason).then((version) => p.onDid({ what: 'strike', tree: row.id, version }));
          }}
        />
      </div>
    </div>
  );
}
