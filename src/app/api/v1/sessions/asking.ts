/** The session a request came in by, as the server says; undefined for the passphrase itself, or where none is asked. */
export const askingSession = (request: Request): string | undefined =>
  request.headers.get('x-oak-session') ?? undefined;
