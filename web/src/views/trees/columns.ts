import {
  cubicMetres,
  formatNumber,
  LOG_RULES,
  type LogRuleName,
  metres,
  metresPerLength,
  showDiameter,
  showHeight,
  showVolume,
  type UnitSystem,
} from '@arbolito/core';
import { type ColumnDef, createColumnHelper } from '@tanstack/react-table';
import { findingsIn, type TreeRow } from '../../book/tree-row';
import { rulesFrom } from '../../ui/log-rules';

/** A tree with what it is called: its plot by name. */
export interface ListedTree extends TreeRow {
  readonly plotName: string;
  /** How far its plot has come; '' where it has none, or nobody said. */
  readonly plotState: string;
}

const column = createColumnHelper<ListedTree>();

/** The columns of the list of trees; what they are sorted by is the figure itself, not how it is written. */
export function columnsOf(
  units: UnitSystem,
  {
    boards,
    plots,
    products,
    rule,
  }: { readonly boards: boolean; readonly plots: boolean; readonly products: boolean; readonly rule: LogRuleName },
): ColumnDef<ListedTree>[] {
  const per = metresPerLength(units);
  const number = { meta: 'number' as const, sortUndefined: 'last' as const, sortDescFirst: true };
  const text = { sortingFn: 'alphanumeric' as const };
  const all = [
    column.accessor('tag', { header: 'Tree', ...text }),
    ...(plots ? [column.accessor('plotName', { header: 'Plot', ...text })] : []),
    column.accessor((r) => r.species ?? '', { id: 'species', header: 'Species', ...text }),
    ...(products ? [column.accessor((r) => r.product ?? '', { id: 'product', header: 'Product', ...text })] : []),
    column.accessor((r) => r.dbh ?? largest(r), {
      id: 'dbh',
      header: 'Diameter',
      ...number,
      cell: (c) => diameters(c.row.original, units),
    }),
    column.accessor((r) => r.height ?? undefined, {
      id: 'height',
      header: 'Height',
      ...number,
      cell: ({ row: { original: r } }) =>
        r.height === null
          ? '–'
          : `${showHeight(metres(r.height), units)} ±${formatNumber((r.sigma ?? 0) / per, 1)}${r.heightOn ? ` of ${r.heightOn}` : ''}`,
    }),
    column.accessor((r) => r.volume ?? undefined, {
      id: 'volume',
      header: 'Volume',
      ...number,
      cell: ({ row: { original: r } }) => (r.volume === null ? '–' : showVolume(cubicMetres(r.volume), units)),
    }),
    ...(boards
      ? [
          column.accessor((r) => r.boards?.count, { id: 'logs', header: 'Logs', ...number, cell: (c) => c.getValue() ?? '–' }),
          column.accessor((r) => r.boards?.boardFeet[rule], {
            id: 'boards',
            header: rulesFrom(rule)
              .map((r) => LOG_RULES[r].short)
              .join(' · '),
            ...number,
            cell: ({ row: { original: r } }) =>
              r.boards
                ? rulesFrom(rule)
                    .map((n) => formatNumber(r.boards?.boardFeet[n] ?? 0, 0))
                    .join(' · ')
                : '–',
          }),
        ]
      : []),
    column.accessor((r) => says(r), { id: 'says', header: 'To look at', ...text }),
  ];
  return all as ColumnDef<ListedTree>[];
}

const says = (r: TreeRow): string => r.trouble ?? findingsIn(r)[0]?.what ?? '';

const largest = ({ stems }: TreeRow) => (stems.length > 0 ? Math.max(...stems.map((s) => s.dbh)) : undefined);

/** One diameter, or each stem's where they stand alone. */
function diameters({ dbh, apart, stems, called }: TreeRow, units: UnitSystem): string {
  if (dbh !== null) return `${called.includes('diameter') ? 'called ' : ''}${showDiameter(metres(dbh), units)}`;
  if (!apart) return '–';
  const each = stems.map((s) => showDiameter(metres(s.dbh), units));
  return each.map((d, i) => (i < each.length - 1 ? d.split(' ')[0] : d)).join(' + ');
}
