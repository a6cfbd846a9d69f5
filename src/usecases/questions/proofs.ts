/** Proofs of answers: made and checked with a key that only this installation has. */
import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import { provenWords, type Proof, type Token } from '#core/question/token';
import { keepMeta, readMeta } from '#store/settings';
import type { Reading, Tx } from '#store/store';

const KEY = 'questions';
/** Bytes of the digest that are kept (RFC 2104 §5). */
const KEPT = 16;

/** There is one from the first question on. */
export const makeProofKey = (tx: Tx): void => keepMeta(tx, KEY, randomBytes(32).toString('base64'));

const digestOf = (key: string, proof: Proof): string =>
  createHmac('sha256', Buffer.from(key, 'base64'))
    .update(provenWords(proof))
    .digest()
    .subarray(0, KEPT)
    .toString('base64url');

/** @throws where nothing has ever been asked here */
export function prove(db: Reading, proof: Proof): Token {
  const key = readMeta(db, KEY);
  if (key === undefined) throw new Error('There is no key to prove answers with.');
  return { ...proof, digest: digestOf(key, proof) };
}

/** True for one that was made here, and is as it was made. */
export function isProven(db: Reading, token: Token): boolean {
  const key = readMeta(db, KEY);
  if (key === undefined) return false;
  // As text: the last character of base64url has bits that say nothing (RFC 4648 §3.5), and one proof has one form.
  const given = Buffer.from(token.digest);
  const wanted = Buffer.from(digestOf(key, token));
  return given.length === wanted.length && timingSafeEqual(given, wanted);
}
