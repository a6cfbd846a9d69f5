/** Recognising mail no person wrote. */

/**
 * True for automatic answers, notices and receipts (RFC 3834 §5 `Auto-Submitted`, RFC 3798/8098
 * `multipart/report`, and `Precedence`, an older habit).
 * @param header looks a header up by its lower-case name
 */
export function isAutomatic(header: (name: string) => string | undefined): boolean {
  const submitted = header('auto-submitted')?.trim().toLowerCase();
  if (submitted && !submitted.startsWith('no')) return true;
  if (header('content-type')?.toLowerCase().startsWith('multipart/report')) return true;
  return ['bulk', 'junk', 'auto_reply'].includes(header('precedence')?.trim().toLowerCase() ?? '');
}
