/** A message's text as its writer's own, and as others'. */

/**
 * The parts of a text that are the writer's own: quoted lines, the line above them that says who wrote, and what
 * follows the signature mark (RFC 3676 §4.3) are left out. Offsets are those of the whole text.
 */
export function ownParts(text: string): { from: number; text: string }[] {
  const parts: { from: number; text: string }[] = [];
  let at = 0;
  const lines = text.split('\n');
  for (const [index, line] of lines.entries()) {
    if (line === '-- ') break;
    const introduces =
      /:\s*$/.test(line) &&
      /\bwrote\b/i.test(line) &&
      (lines.slice(index + 1).find((each) => each.trim()) ?? '').startsWith('>');
    if (!line.startsWith('>') && !introduces && line.trim()) parts.push({ from: at, text: line });
    at += line.length + 1;
  }
  return parts;
}
