import {
  cubicMetres,
  formatNumber,
  LOG_RULE_NAMES,
  LOG_RULES,
  metres,
  metresPerLength,
  showDiameter,
  showHeight,
  showVolume,
  type UnitSystem,
} from '@arbolito/core';
import { useState } from 'react';
import { Link } from 'wouter';
import { findingsIn, isDoubtful, type TreeRow } from '../../book/tree-row';
import type { SheetState } from '../../field/use-sheet';
import { Num, Sideways } from '../../ui/table';

const PAGE = 100;

/** The trees of a survey, a hundred at a time. */
export function List({ t, units, doubtful }: { t: SheetState; units: UnitSystem; doubtful: number }) {
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
