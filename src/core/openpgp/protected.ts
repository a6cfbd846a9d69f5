/** What a message that came in is by its structure: `encrypted` or `signed` with OpenPGP (RFC 3156). */
export const PROTECTED = ['encrypted', 'signed'] as const;
export type Protected = (typeof PROTECTED)[number];
