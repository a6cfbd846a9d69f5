/** Lists of addresses as people paste and type them (RFC 5322 §3.4, and what mail programs make of it). */
import addressparser from 'nodemailer/lib/addressparser';
import { formatMailbox } from './address';

/** Within a name or a comment the end of a line is a space; elsewhere it parts addresses, as in a column of a table. */
function partedByLines(text: string): string {
  let [out, inQuotes, comments] = ['', false, 0];
  for (let at = 0; at < text.length; at++) {
    const letter = text[at]!;
    if (letter === '\\' && (inQuotes || comments > 0)) {
      out += letter + (text[++at] ?? '');
      continue;
    }
    if (letter === '"' && comments === 0) inQuotes = !inQuotes;
    else if (letter === '(' && !inQuotes) comments++;
    else if (letter === ')' && !inQuotes && comments > 0) comments--;
    out += /[\r\n]/.test(letter) ? (inQuotes || comments > 0 ? ' ' : ', ') : letter;
  }
  return out;
}

/**
 * The pieces of a list, each as `Name <address>`, as an address, or as `Group:;`. Commas, semicolons and ends of lines
 * part them, any number of them; groups with members are their members. What is no address comes out as it was typed.
 */
export function readAddressList(text: string): string[] {
  return addressparser(partedByLines(text)).flatMap((entry): string[] => {
    if ('group' in entry && entry.group)
      return entry.group.length > 0
        ? entry.group.map(({ name, address }) => formatMailbox({ name, address: address ?? '' }))
        : [`${entry.name}:;`];
    const { name, address = '' } = entry;
    return [address ? formatMailbox({ name, address }) : name].filter(Boolean);
  });
}

/** Of a cell of a table: what stands in it is an address, with a name or without. */
const HAS_ADDRESS = /[^\s@<>]@[^\s@<>]/;

/**
 * What is pasted: a list, or rows of a table whose cells are parted by tabs, as spreadsheets give them. Of a row the cell
 * before the address is the name; other cells, and a first row of headings, are left out. A row without an address comes
 * out as it is, so that it can be mended.
 */
export function readPastedAddresses(text: string): string[] {
  if (!text.includes('\t')) return readAddressList(text);
  return text.split(/\r?\n/).flatMap((row, index) => {
    const cells = row.split('\t').map((cell) => cell.trim().replace(/^"(.*)"$/, '$1'));
    const at = cells.findIndex((cell) => HAS_ADDRESS.test(cell));
    if (at < 0) return index === 0 ? [] : cells.filter(Boolean).join(' ') || [];
    const [piece] = readAddressList(cells[at]!);
    const names = cells.slice(0, at).filter((cell) => /\p{L}/u.test(cell));
    const last = names.at(-1) ?? '';
    // First and last name in cells of their own.
    const name = last.includes(' ') ? last : names.slice(-2).join(' ');
    const bare = piece !== undefined && !/[<\s]/.test(piece);
    return bare && names.length > 0 ? [formatMailbox({ name, address: piece })] : (piece ?? []);
  });
}

/** True where something stands before a separator, outside of quotes, comments and groups: it is complete. */
export function endsAPiece(text: string): boolean {
  const bare = text.replace(/"(?:[^"\\]|\\.)*"?|\((?:[^()\\]|\\.)*\)?/gs, 'x');
  const pieces = bare.split(/[,;\n]/);
  // A colon begins a group, whose own commas part nothing.
  const first = bare.search(/[:,;\n]/);
  const inGroup = bare[first] === ':' && !bare.includes(';', first);
  return !inGroup && pieces.slice(0, -1).some((piece) => piece.trim() !== '');
}
