/** The page a reader answers a question on. It knows nobody, runs no scripts, and changes nothing by being looked at. */
import type { IncomingMessage, ServerResponse } from 'node:http';
import { COMMENT_LENGTH } from '#core/question/question';
import type { Token } from '#core/question/token';
import { escaped } from '#core/text/escaped';
import type { Desk } from '#usecases/desk';
import { Invalid, Refused } from '#usecases/errors';
import { answerOnPage, readAnswerPage, type AnswerPage } from '#usecases/questions/answerPage';
import { plainNotFound } from './answer';
import { newNonce } from './policy';

/** Bytes of what is sent: an answer, and some words. */
const MOST_BYTES = 16 * 1024;

const STYLE = `body{margin:0;background:#f5f1e8;color:#24201a;font:16px/1.5 system-ui,sans-serif}
main{max-width:34rem;margin:8vh auto;padding:24px;background:#fffdf8;border:1px solid #e3daca;border-radius:8px}
h1{font:600 22px/1.3 Georgia,serif;margin:0 0 16px}p{margin:0 0 12px}.quiet{color:#6b6252;font-size:14px}
button{display:block;width:100%;margin:0 0 8px;padding:12px 16px;font:inherit;text-align:left;color:#7a4a12;background:#fffdf8;border:1px solid #8f8168;border-radius:6px;cursor:pointer}
button[aria-pressed=true]{color:#fffdf8;background:#7a4a12}button:focus-visible,textarea:focus-visible{outline:2px solid #7a4a12;outline-offset:2px}
label{display:block;margin:12px 0 4px}textarea{box-sizing:border-box;width:100%;min-height:5em;margin-bottom:12px;padding:8px;font:inherit;border:1px solid #8f8168;border-radius:6px}
[role=status],[role=alert]{padding:8px 12px;border-left:3px solid #7a4a12;background:#f5f1e8}`;

function stateWords({ standingWords, refused, closed }: AnswerPage, said: boolean): string {
  const answer = standingWords ? `<strong>${escaped(standingWords)}</strong>` : undefined;
  if (said && refused && !closed) {
    const stays = answer ? ` What you have stays: ${answer}.` : ' Please choose another one.';
    return `<p role="alert">${escaped(refused)} has been taken in the meantime.${stays}</p>`;
  }
  if (closed)
    return said
      ? '<p role="status">Thank you. The question was closed already: your answer is passed on as one that came late.</p>'
      : `<p role="status">The question is closed.${answer ? ` Your answer is ${answer}.` : ''}</p>`;
  if (!answer) return '';
  return said
    ? `<p role="status">Thank you: your answer is ${answer}. You can still change it.</p>`
    : `<p role="status">Your answer is ${answer}. You can change it.</p>`;
}

/** @param alert what is wrong with what was pressed */
function pageOf(page: AnswerPage, said: boolean, nonce: string, alert = ''): string {
  const buttons = page.answers.map(
    ({ index, words }) =>
      `<button name="answer" value="${index + 1}" aria-pressed="${page.standing.includes(index)}">${escaped(words)}</button>`,
  );
  const why = page.mayComment
    ? `<label for="why">Why, if you like to say</label><textarea id="why" name="why" maxlength="${COMMENT_LENGTH}"></textarea>`
    : '';
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><meta name="robots" content="noindex"><title>${escaped(page.words)}</title><style nonce="${nonce}">${STYLE}</style></head><body><main><p class="quiet">${escaped(page.from)} asks, in “${escaped(page.subject || '(no subject)')}”:</p><h1>${escaped(page.words)}</h1>${alert && `<p role="alert">${escaped(alert)}</p>`}${stateWords(page, said)}<form method="post">${why}${buttons.join('')}</form><p class="quiet">Nothing is sent before you press an answer.</p></main></body></html>`;
}

function send(response: ServerResponse, status: number, page: (nonce: string) => string, head = false): void {
  const nonce = newNonce();
  const html = page(nonce);
  response.writeHead(status, {
    'content-type': 'text/html; charset=utf-8',
    'cache-control': 'no-store',
    // Where it is sent from has to be said to ourselves, and to nobody else.
    'referrer-policy': 'same-origin',
    'content-security-policy': `default-src 'none'; style-src 'nonce-${nonce}'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'`,
  });
  response.end(head ? undefined : html);
}

/** What a form sends; undefined where it is too much. */
async function formOf(request: IncomingMessage): Promise<URLSearchParams | undefined> {
  const chunks: Buffer[] = [];
  let size = 0;
  for await (const chunk of request as AsyncIterable<Buffer>) {
    size += chunk.length;
    if (size > MOST_BYTES) return undefined;
    chunks.push(chunk);
  }
  return new URLSearchParams(Buffer.concat(chunks).toString('utf8'));
}

async function take(
  desk: Desk,
  token: Token,
  request: IncomingMessage,
  response: ServerResponse,
): Promise<void> {
  const form = await formOf(request);
  if (!form) {
    response.writeHead(413, { 'content-type': 'text/plain; charset=utf-8', connection: 'close' });
    response.end('This is more than an answer.\n');
    return;
  }
  try {
    const page = answerOnPage(desk, token, Number(form.get('answer')) - 1, form.get('why') ?? '');
    if (page) send(response, 200, (nonce) => pageOf(page, true, nonce));
    else plainNotFound(response);
  } catch (error) {
    if (!(error instanceof Invalid || error instanceof Refused)) throw error;
    const { message } = error;
    const page = readAnswerPage(desk, token);
    if (page) send(response, 422, (nonce) => pageOf(page, false, nonce, message));
    else plainNotFound(response);
  }
}

export async function answerQuestion(
  desk: Desk,
  token: Token,
  request: IncomingMessage,
  response: ServerResponse,
): Promise<void> {
  const { method } = request;
  if (method === 'POST') return take(desk, token, request, response);
  const page = method === 'GET' || method === 'HEAD' ? readAnswerPage(desk, token) : undefined;
  if (page) send(response, 200, (nonce) => pageOf(page, false, nonce), method === 'HEAD');
  else plainNotFound(response);
}
