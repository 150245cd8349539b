/** The cells of a row of a sheet, in their order. */
export const CELLS = ['plot', 'species', 'diameter', 'second', 'marks'] as const;
export type SheetCell = (typeof CELLS)[number];

/** One row of a day's paper. Its id and time are given when it is written, so that kept twice it is one tree. */
export interface SheetRow extends Readonly<Record<SheetCell, string>> {
  readonly id: string;
  readonly at: string;
}

/** Most rows a sheet holds at once. */
export const MOST_ROWS = 20_000;

export const isEmpty = (row: SheetRow): boolean => CELLS.every((c) => c === 'plot' || row[c].trim() === '');
/** A row as the line that it is. */
export const lineOfRow = ({ species, diameter, second, marks }: SheetRow): string =>
  [species, diameter, second, marks]
    .map((cell) => cell.trim())
    .filter(Boolean)
    .join(' ');

export type NewRow = () => Pick<SheetRow, 'id' | 'at'>;
export const emptyRow = (make: NewRow, plot: string): SheetRow => ({ ...make(), plot, species: '', diameter: '', second: '', marks: '' });

/** Cells copied from a spreadsheet: rows by lines, cells by tabs, or a cell with quotation marks around line breaks. */
export function cellsOf(text: string): readonly (readonly string[])[] {
  const rows: string[][] = [];
  let row: string[] = [];
  let cell = '';
  let quoted = false;
  const plain = text.replace(/\r\n?/g, '\n');
  for (let i = 0; i < plain.length; i++) {
    const c = plain[i] as string;
    if (quoted) {
      if (c !== '"') cell += c;
      else if (plain[i + 1] === '"') cell += plain[++i];
      else quoted = false;
    } else if (c === '"' && cell === '' && closes(plain, i)) quoted = true;
    else if (c === '\t' || c === '\n') {
      row.push(cell.replaceAll('\n', ' ').trim());
      cell = '';
      if (c === '\n') {
        rows.push(row);
        row = [];
      }
    } else cell += c;
  }
  if (cell !== '' || row.length > 0) rows.push([...row, cell.trim()]);
  return rows.filter((r) => r.some((value) => value !== ''));
}
/** Whether a quotation mark that opens a cell is closed at a cell's end; an inch mark is not. */
const closes = (text: string, from: number): boolean => /^"(?:[^"]|"")*"(?=\t|\n|$)/.test(text.slice(from, from + 2000));

/**
 * Puts copied cells into a sheet as a spreadsheet does: from a cell on, rightwards and down, new rows where it ends.
 * @param at the row and cell that have the focus
 */
export function pasted(
  rows: readonly SheetRow[],
  cells: readonly (readonly string[])[],
  at: { readonly row: number; readonly cell: SheetCell },
  make: NewRow,
): readonly SheetRow[] {
  const first = CELLS.indexOf(at.cell);
  const next = [...rows];
  let plot = rows[at.row]?.plot ?? '';
  for (const [i, values] of cells.entries()) {
    const before = next[at.row + i] ?? emptyRow(make, plot);
    const change: Partial<Record<SheetCell, string>> = {};
    for (const [j, value] of values.entries()) {
      // whatever lies past the last cell is part of it
      const cell = CELLS[Math.min(first + j, CELLS.length - 1)] as SheetCell;
      change[cell] = change[cell] === undefined ? value : `${change[cell]} ${value}`.trim();
    }
    const row = { ...before, ...change };
    // a plot that is written once goes on downwards
    if (row.plot === '') next[at.row + i] = { ...row, plot };
    else {
      plot = row.plot;
      next[at.row + i] = row;
    }
  }
  return next;
}

/** A header of a table that was copied along: words, and no digit anywhere. */
export const isHeader = (row: SheetRow): boolean => !/\d/.test(lineOfRow(row)) && /[a-z]{4}/i.test(`${row.diameter} ${row.second}`);
