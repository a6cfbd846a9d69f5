/** A table as somebody has it: cells pasted from a spreadsheet, or a file of comma-separated values (RFC 4180). */
import Papa from 'papaparse';

/** A batch has so many rows and columns at most. */
export const MOST_ROWS = 2000;
export const MOST_COLUMNS = 60;

export interface Table {
  headings: string[];
  /** As many cells in each as there are headings. */
  rows: string[][];
}

/** What stands between the cells of the first line; cells that were copied have tabs between them. */
function delimiterOf(text: string): string {
  const first = text.slice(0, text.search(/[\r\n]|$/));
  const count = (each: string) => first.split(each).length;
  return ['\t', ',', ';'].reduce((best, each) => (count(each) > count(best) ? each : best));
}

const isAddress = (cell: string) => /^[^\s@]+@[^\s@]+$/.test(cell.trim());

/**
 * @throws Error in words where nothing is in it, or too much
 */
export function readTable(text: string): Table {
  // Some programs begin a file with a mark for the order of its bytes.
  const { data, errors } = Papa.parse<string[]>(text.replace(/^\ufeff/, ''), {
    delimiter: delimiterOf(text),
    skipEmptyLines: 'greedy',
  });
  const open = errors.find(({ type }) => type === 'Quotes');
  if (open)
    throw new Error(
      `A quotation mark in line ${(open.row ?? 0) + 1} is not closed: what follows may belong to it.`,
    );
  const [first, ...rest] = data;
  if (!first) throw new Error('There is nothing in it.');
  // A first line with an address in it is no line of headings.
  const headed = !first.some(isAddress);
  const rows = headed ? rest : data;
  const width = Math.max(...data.map((row) => row.length));
  if (rows.length === 0) throw new Error('There is no row below the headings.');
  if (rows.length > MOST_ROWS)
    throw new Error(`A batch has ${MOST_ROWS} rows at most; this has ${rows.length}.`);
  if (width > MOST_COLUMNS)
    throw new Error(`A table has ${MOST_COLUMNS} columns at most; this has ${width}.`);
  const named = (n: number) => (headed ? first[n]?.trim() : '') || (headed ? '' : `column ${n + 1}`);
  return {
    headings: Array.from({ length: width }, (_, n) => named(n)),
    rows: rows.map((row) => Array.from({ length: width }, (_, n) => (row[n] ?? '').trim())),
  };
}
