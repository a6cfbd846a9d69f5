import { createHash } from 'node:crypto';

/** What bytes are addressed by: their SHA-256 (FIPS 180-4), 32 bytes. */
export const addressOf = (bytes: Uint8Array): Buffer => createHash('sha256').update(bytes).digest();
