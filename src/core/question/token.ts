/**
 * The proof that stands in a prepared answer and in the address of the page: which copy of the question it answers, with which answer, and a
 * keyed digest over both (RFC 2104). What it is made and checked with is not known here.
 */

/** What a proof is about. */
export interface Proof {
  /** The departure the question left with: it tells the question, and the reader where the copy is one reader’s. */
  departureId: string;
  /** From 1 to 9; 0 is the page, where any may be chosen. */
  answer: number;
}

export interface Token extends Proof {
  /** base64url, 128 bits. */
  digest: string;
}

const ID = String.raw`[\w-]{8,30}`;
const DIGEST = String.raw`[\w-]{22}`;
const BODY = String.raw`(${ID})\.(\d)\.(${DIGEST})`;
const WHOLE = new RegExp(`^${BODY}$`);
/** Programs may break a line within it; nobody else writes such words. */
const IN_TEXT = new RegExp(String.raw`\[answer\s${BODY}\]`, 'g');
/** So many are looked at. */
const MOST = 20;

/** What the digest is over. */
export const provenWords = ({ departureId, answer }: Proof): string => `answer ${departureId}.${answer}`;

export const tokenText = ({ departureId, answer, digest }: Token): string =>
  `${departureId}.${answer}.${digest}`;

const asToken = ([, departureId, answer, digest]: readonly string[]): Token => ({
  departureId: departureId!,
  answer: Number(answer),
  digest: digest!,
});

/** @returns undefined for what does not look like one */
export function readToken(text: string): Token | undefined {
  const match = WHOLE.exec(text);
  return match ? asToken(match) : undefined;
}

/** The line of a prepared answer. */
export const tokenLine = (token: Token): string => `[answer ${tokenText(token)}]`;

/** Those in a text, each once. */
export function tokensIn(text: string): Token[] {
  const all = new Map<string, Token>();
  for (const match of text.matchAll(IN_TEXT)) {
    const token = asToken(match);
    all.set(tokenText(token), token);
    if (all.size === MOST) break;
  }
  return [...all.values()];
}

export const answerPath = (token: Token): string => `/answer/${tokenText(token)}`;

/** The token of a path; undefined of every other path. */
export const answerToken = (path: string): Token | undefined =>
  path.startsWith('/answer/') ? readToken(path.slice('/answer/'.length)) : undefined;
