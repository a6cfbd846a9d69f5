/** What the columns of a table are for a batch. */
import { keyOf } from '../fields/syntax';
import { folded } from '../text/folded';
import { wordTable } from '../text/wordTable';

export const COLUMN_ROLES = ['address', 'name', 'when', 'file', 'field', 'unused'] as const;
export type ColumnRole = (typeof COLUMN_ROLES)[number];

export interface Column {
  role: ColumnRole;
  /** The field it fills, lower case; empty for any other. */
  field: string;
}

const NAMES = wordTable<ColumnRole>({
  email: 'address',
  'e-mail': 'address',
  mail: 'address',
  address: 'address',
  'email address': 'address',
  'e-mail address': 'address',
  endereco: 'address',
  adresse: 'address',
  name: 'name',
  'full name': 'name',
  reader: 'name',
  nome: 'name',
  nom: 'name',
  nombre: 'name',
  when: 'when',
  moment: 'when',
  time: 'when',
  leaves: 'when',
  quando: 'when',
  wann: 'when',
  file: 'file',
  files: 'file',
  attachment: 'file',
  attachments: 'file',
  anexo: 'file',
  anhang: 'file',
});

/** Which of the columns addresses stand in is all that is asked. */
const looksLikeAddress = (cell: string) => /@[^\s@]/.test(cell) && cell.includes('.', cell.lastIndexOf('@'));

/** As they are called, and as what stands in them looks; each but fields is there once. */
export function guessColumns(headings: readonly string[], rows: readonly (readonly string[])[]): Column[] {
  const taken = new Set<ColumnRole>();
  const columns = headings.map((heading): Column => {
    const role = NAMES[folded(heading.trim())];
    if (role && !taken.has(role)) {
      taken.add(role);
      return { role, field: '' };
    }
    return heading.trim() ? { role: 'field', field: keyOf(heading) } : { role: 'unused', field: '' };
  });
  if (!taken.has('address')) {
    const some = rows.slice(0, 50);
    const share = (n: number) => some.filter((row) => looksLikeAddress(row[n] ?? '')).length / some.length;
    const best = headings
      .map((_, n) => share(n))
      .reduce((top, each, n, all) => (each > all[top]! ? n : top), 0);
    if (share(best) > 0.5) columns[best] = { role: 'address', field: '' };
  }
  return columns;
}

/** What one row says. */
export interface BatchRow {
  address: string;
  name: string;
  when: string;
  files: string[];
  /** Values of fields, by names in lower case; those without one are missing. */
  values: Record<string, string>;
}

export function rowOf(cells: readonly string[], columns: readonly Column[]): BatchRow {
  const row: BatchRow = { address: '', name: '', when: '', files: [], values: {} };
  columns.forEach(({ role, field }, n) => {
    const cell = (cells[n] ?? '').trim();
    if (!cell) return;
    if (role === 'address' || role === 'name' || role === 'when') row[role] = cell;
    else if (role === 'file')
      row.files.push(
        ...cell
          .split(';')
          .map((file) => file.trim())
          .filter(Boolean),
      );
    else if (role === 'field' && field) row.values[field] = cell;
  });
  if (row.name) row.values.name ??= row.name;
  return row;
}
