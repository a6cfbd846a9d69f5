/** Questions, in the interface: asked by keys, answered by link, in words, on the page, twice, and by somebody else. */
import { describe, expect, it, onTestFinished } from 'vitest';
import type {
  CorrespondentsJson,
  DeparturePageJson,
  MailboxJson,
  MessageJson,
  QuestionJson,
  QuestionsJson,
} from '#api/types';
import { tokenLine, tokensIn } from '#core/question/token';
import {
  axe,
  chord,
  fill,
  find,
  openPage,
  press,
  sees,
  startChromium,
  textOf,
  valueNamed,
} from '../support/browser';
import { addReader, demoPages } from '../support/demo';
import { deliver } from '../support/lmtp';
import { mailOf } from '../support/mail';
import { startProduct, type Product } from '../support/product';
import { preparedIn } from '../support/questions';
import { until } from '../support/until';

let product: Product;
const { open, advance } = demoPages((demo) => {
  product = demo.product;
  return product.api('POST', '/clock', { rate: 0 });
});

type Asking = Pick<Product, 'api'>;
const questions = async (from: Asking = product) =>
  (await from.api<QuestionsJson>('GET', '/questions')).body.questions;
const asking = (words: string, from: Asking = product) =>
  until(`the question ${words}`, async () => (await questions(from)).find((each) => each.words === words));
const seen = async ({ id }: { id: string }, from: Asking = product) =>
  (await from.api<QuestionJson>('GET', `/questions/${id}`)).body;
/** Sends a message with a question, and waits until it has left. */
async function sent(to: string[], words: string, from: Asking = product): Promise<QuestionJson> {
  const { body: message } = await from.api<MessageJson>('POST', '/messages', {
    to,
    subject: `About ${words}`,
    text: 'Dear all,\n\nplease say.',
  });
  await from.api('POST', '/questions', {
    message: message.id,
    words,
    answers: ['Yes', 'No'],
    deadline: { hours: 48 },
  });
  await from.api('POST', `/messages/${message.id}/schedule`, {
    plan: { kind: 'now' },
    copies: 'individual',
  });
  const { body } = await from.api<MessageJson>('GET', `/messages/${message.id}`);
  for (const { id } of body.departures) await from.api('POST', `/departures/${id}/release`);
  return asking(words, from);
}
let count = 0;
const answer = (from: string, text: string, to: string, headers: string[] = []) =>
  deliver(
    product.lmtpPort,
    from,
    to,
    mailOf({ id: `answer${count++}`, from, to, subject: 'Re: it', text, headers }),
  );

describe('a question', () => {
  it('begun is gone on with after a reload, and where the message is opened again; asked or left, it is not', async () => {
    const { body: draft } = await product.api<MessageJson>('POST', '/messages', {
      to: ['bela@wrenfield.example'],
      subject: 'Begun',
      text: 'Please say.',
    });
    const page = await open(`/write/${draft.id}`);
    await press(page, 'button', 'Ask…');
    await fill(page, 'textbox', 'Question', 'Which van?');
    await fill(page, 'textbox', 'Answer 1', 'The white one');
    const stands = (name: string) => valueNamed(page, name);
    await page.reload();
    expect([await stands('Question'), await stands('Answer 1')]).toEqual(['Which van?', 'The white one']);
    // By a link of the page, as somebody leaves it who means to come back.
    await page.click('a[href="/returns"]');
    await sees(page, 'What you began to ask is not asked yet', '[aria-label="Notice"]');
    await page.goBack();
    await fill(page, 'textbox', 'Answer 2', 'The old one');
    expect(await questions()).not.toContainEqual(expect.objectContaining({ words: 'Which van?' }));
    await press(page, 'button', 'Ask this');
    await sees(page, 'Question: Which van? The white one · The old one');
    await press(page, 'button', 'Change question…');
    await fill(page, 'textbox', 'Question', 'Which lorry?');
    await press(page, 'button', 'Leave it');
    await page.reload();
    await sees(page, 'Question: Which van?');
    expect(await page.$('[role="dialog"] ol')).toBeNull();
  });

  it('is asked by keys, counted as they press, and told to all', async () => {
    const page = await open('/write?new=1');
    await addReader(page, 'prak', 'Prakriti Thapa');
    await page.keyboard.press('Escape');
    await fill(page, 'textbox', 'Subject', 'The logger on Thursday');
    await fill(page, 'textbox', 'Text', 'Namaste Prakriti,\n\none thing to settle.');
    await chord(page, 'Alt+Shift+Q');
    await until('the focus in the question', () =>
      page.evaluate(() => document.activeElement?.matches('[role="dialog"] input')),
    );
    await page.keyboard.type('Do you carry it yourself?');
    // What is missing is said, and nothing is asked.
    await chord(page, 'Control+Enter');
    await sees(page, 'Give 2 to 6 answers', '[role="alert"]');
    await (await find(page, 'textbox', 'Answer 1')).focus();
    await page.keyboard.type('I do');
    await page.keyboard.press('Enter');
    await page.keyboard.type('Keshav does');
    await page.keyboard.press('Enter');
    await until('a third answer', () =>
      page.evaluate(() => document.activeElement?.getAttribute('aria-label') === 'Answer 3'),
    );
    await page.keyboard.type('i do!');
    expect(await axe(page)).toEqual([]);
    await chord(page, 'Control+Enter');
    await sees(page, '“i do!” stands there twice', '[role="alert"]');
    await press(page, 'button', 'Remove answer 3');
    await chord(page, 'Control+Enter');
    await sees(page, 'Question: Do you carry it yourself? I do · Keshav does');
    // The focus is back where it was opened, and the message has not been sent by it.
    await until('the focus on the opener', () =>
      page.evaluate(() => document.activeElement?.textContent === 'Ask…'),
    );
    await sees(page, /If nobody answers: back, waiting for 2 working days/);
    // Taken off, and brought back by undo with its answers.
    await (await find(page, 'button', 'No question')).focus();
    await page.keyboard.press('Enter');
    await until('the line to be gone', async () => !(await textOf(page)).includes('Question:'));
    await chord(page, 'Control+z');
    await sees(page, 'Question: Do you carry it yourself? I do · Keshav does');
    await press(page, 'button', 'Send, hold 90 s');
    await until('it to be held', async () => {
      const { body } = await product.api<{ departures: { subject: string }[] }>(
        'GET',
        '/departures?state=held',
      );
      return body.departures.some(({ subject }) => subject === 'The logger on Thursday');
    });
    // She is at her desk tomorrow, and presses an answer.
    await advance({ set: '2026-11-25T04:00:00Z' });
    const asked = await asking('Do you carry it yourself?');
    await until('her answer', async () => (await seen(asked)).given.length === 1);
    expect((await seen(asked)).given[0]).toMatchObject({ how: 'link', status: 'counts', stands: true });
    expect((await seen(asked)).decided).toBe(true);

    const back = await open(`/inbox/${asked.message}`);
    await sees(back, /Decided: (I do|Keshav does)/);
    expect(await axe(back)).toEqual([]);
    await press(back, 'button', 'Tell them all');
    await sees(back, 'The result stands here as it would be told', '[aria-label="Notice"]');
    await sees(back, /So it is: (I do|Keshav does)\./, 'form');
  });

  it('that is being typed as the message is sent goes along, and stops it while it cannot be asked', async () => {
    const page = await open('/write?new=1');
    await addReader(page, 'prak', 'Prakriti Thapa');
    await page.keyboard.press('Escape');
    await fill(page, 'textbox', 'Subject', 'Sent in one go');
    await fill(page, 'textbox', 'Text', 'Namaste Prakriti.');
    const held = async () => {
      const { body } = await product.api<DeparturePageJson>('GET', '/departures?state=held');
      return body.departures.find(({ subject }) => subject === 'Sent in one go');
    };
    await chord(page, 'Alt+Shift+Q');
    await until('the focus in the question', () =>
      page.evaluate(() => document.activeElement?.matches('[role="dialog"] input')),
    );
    await page.keyboard.type('At nine?');
    await press(page, 'button', 'Send, hold 90 s');
    await sees(page, 'Give 2 to 6 answers', '[role="alert"]');
    expect(await held()).toBeUndefined();
    await fill(page, 'textbox', 'Answer 1', 'Yes');
    await fill(page, 'textbox', 'Answer 2', 'No');
    await press(page, 'button', 'Send, hold 90 s');
    const { messageId } = await until('it to be held', held);
    const { body } = await product.api<QuestionsJson>('GET', `/questions?message=${messageId}`);
    expect(body.questions.map(({ words, answers }) => [words, answers])).toEqual([
      ['At nine?', ['Yes', 'No']],
    ]);
  });

  it('that was changed in another window meanwhile is not overwritten by this one', async () => {
    const { body: message } = await product.api<MessageJson>('POST', '/messages', {
      to: ['prakriti@lamp-courier.example'],
      subject: 'Two windows',
      text: 'Namaste.',
    });
    const first = { words: 'Here?', answers: ['Yes', 'No'] };
    const { body: question } = await product.api<QuestionJson>('POST', '/questions', {
      message: message.id,
      ...first,
    });
    const page = await open(`/write/${message.id}`);
    await sees(page, 'Question: Here? Yes · No');
    await chord(page, 'Alt+Shift+Q');
    await fill(page, 'textbox', 'Answer 2', 'Not here');
    await product.api('PATCH', `/questions/${question.id}`, { words: 'There?' });
    await sees(page, 'Question: There? Yes · No');
    await chord(page, 'Control+Enter');
    await sees(page, 'has been changed meanwhile', '[role="alert"], [aria-label="Notice"]');
    expect(await seen(question)).toMatchObject({ words: 'There?', answers: ['Yes', 'No'] });
  });

  it('is answered by link, twice, in words, and by somebody else; what is unclear is asked', async () => {
    const people = ['ann@old-quay.example', 'bob@old-quay.example', 'cat@old-quay.example'];
    const asked = await sent(people, 'Shall we?');
    const [ann, bob, cat] = await preparedIn(product, asked, people);
    const to = ann![0]!.to;
    await answer(people[0]!, ann![0]!.body, to);
    await answer(people[0]!, ann![1]!.body, to);
    await answer('eve@elsewhere.example', bob![0]!.body, to);
    await answer(people[2]!, 'I would say yes to that', to, [`In-Reply-To: ${cat![0]!.inReplyTo}`]);
    const [token] = tokensIn(bob![0]!.body);
    await answer(people[1]!, `No\n${tokenLine({ ...token!, answer: 2 })}`, to);
    await until('all of them', async () => (await seen(asked)).given.length === 5);
    expect((await seen(asked)).given.map(({ status }) => status)).toEqual([
      'counts',
      'counts',
      'somebody-else',
      'unclear',
      'refused',
    ]);

    const page = await open(`/inbox/${asked.message}`);
    await sees(page, '1 of 3 have answered: No (1)');
    await sees(page, 'It was asked of bob@old-quay.example, and answered by somebody else.');
    await page.focus('summary');
    await page.keyboard.press('Enter');
    await sees(page, 'Changed since');
    await sees(page, 'The proof in it was not made here, or has been altered.');
    expect(await axe(page)).toEqual([]);
    // The unclear one, by keys: what it names is proposed, and asked.
    const unclear = '[aria-label="What waits for your say"] li:nth-of-type(2)';
    await sees(page, 'I would say yes to that', unclear);
    await page.focus(`${unclear} button`);
    await page.keyboard.press('Enter');
    await sees(page, '2 of 3 have answered: Yes (1), No (1)');
    // Undone, and judged in another window meanwhile: both windows say the same.
    const other = await open(`/inbox/${asked.message}`);
    await sees(other, '2 of 3 have answered');
    await chord(page, 'Control+z');
    await sees(page, '1 of 3 have answered');
    await sees(other, '1 of 3 have answered');
    await other.bringToFront();
    await press(other, 'button', 'Note an answer…');
    await press(other, 'button', 'Note this answer');
    await sees(other, '2 of 3 have answered');
    await sees(page, '2 of 3 have answered');
    await press(other, 'button', 'Close it');
    await sees(other, /Closed .*\./);
    await answer(people[1]!, bob![1]!.body, to);
    await until('the late one', async () => (await seen(asked)).given.at(-1)!.status === 'late');
    await sees(page, 'It came after the question was closed.');
  });

  it('runs in the demo, and the post office’s people answer it: some late, one twice, one in words', async () => {
    const asked = await asking('Which morning suits you?');
    await advance({ set: '2026-11-26T17:30:00Z' });
    await until('all but the late one', async () => (await seen(asked)).given.length >= 5);
    const before = await seen(asked);
    const of = (name: string) => before.given.filter(({ from }) => from.name === name);
    expect(of('Haruki Anzai')).toMatchObject([{ how: 'words', status: 'counts' }]);
    expect(of('Aroha Tuhiwai').map(({ stands }) => stands)).toEqual([false, true]);
    expect(before).toMatchObject({ state: 'closed', decided: false });
    const page = await open('/inbox');
    await sees(page, '4 of 5 have answered');
    await advance({ set: '2026-12-01T12:00:00Z' });
    await until('the late one', async () =>
      (await seen(asked)).given.some(({ from, status }) => from.name === 'Ewan Tregear' && status === 'late'),
    );
    const { body } = await product.api<CorrespondentsJson>('GET', '/correspondents');
    const { id } = body.correspondents.find(({ name }) => name === 'Haruki Anzai')!;
    const haruki = await open(`/correspondents?person=${id}`);
    await sees(haruki, 'What Haruki Anzai has answered');
  });
});

it('is answered on a page that knows nobody; looking at it changes nothing, and only it may send', async () => {
  const passphrase = 'seven lamps in a row';
  const reached = await startProduct('demo', {
    OAK_ORIGIN: 'https://lantern.place.example',
    OAK_PASSPHRASE: passphrase,
  });
  onTestFinished(() => reached.stop().then(() => {}));
  const chromium = await startChromium();
  onTestFinished(() => chromium.close());
  const own: Pick<Product, 'api'> = {
    api: (method, path, body, headers) =>
      reached.api(method, path, body, { ...headers, authorization: `Bearer ${passphrase}` }),
  };
  await own.api('POST', '/clock', { rate: 0 });
  const asked = await sent(['ann@old-quay.example', 'bob@old-quay.example'], 'Shall we?', own);
  const box = await until('the message', async () => {
    const { status, body } = await own.api<MailboxJson>('GET', '/postoffice/mailboxes/ann@old-quay.example');
    return status === 200 && body.messages[0];
  });
  const path = /https:\/\/lantern\.place\.example(\/answer\/[\w.-]+)/.exec(box.text)![1]!;
  const given = async () => (await seen(asked, own)).given;
  // What looks at links without being asked to.
  for (const method of ['GET', 'HEAD'])
    expect((await fetch(reached.origin + path, { method })).status).toBe(200);
  expect(await given()).toEqual([]);
  const post = (headers: Record<string, string>, body = 'answer=1', to = path) =>
    fetch(reached.origin + to, {
      method: 'POST',
      headers: { 'content-type': 'application/x-www-form-urlencoded', ...headers },
      body,
    });
  expect((await post({ origin: 'https://elsewhere.example' })).status).toBe(403);
  expect((await post({}, 'answer=7')).status).toBe(422);
  expect((await post({}, `answer=1&why=${'x'.repeat(20_000)}`)).status).toBe(413);
  expect((await post({}, 'answer=1', `${path.slice(0, -1)}${path.endsWith('A') ? 'B' : 'A'}`)).status).toBe(
    404,
  );
  expect(await given()).toEqual([]);

  const page = await openPage(chromium, reached.origin + path, { width: 390, height: 844 });
  await sees(page, 'Tamsin Oyelaran asks, in “About Shall we?”');
  expect(await axe(page)).toEqual([]);
  await fill(page, 'textbox', 'Why, if you like to say', '<b>The boat</b> is full.');
  await press(page, 'button', 'No');
  await sees(page, 'Thank you: your answer is No. You can still change it.');
  expect(await given()).toMatchObject([{ how: 'page', comment: '<b>The boat</b> is full.', answer: 1 }]);
  // Sent again by a reload, it is one answer; changed, it is another.
  await page.reload();
  expect(await given()).toHaveLength(1);
  await page.focus('button[value="1"]');
  await page.keyboard.press('Enter');
  await sees(page, 'Thank you: your answer is Yes.');
  await own.api('POST', `/questions/${asked.id}/close`);
  await page.goto(reached.origin + path);
  await sees(page, 'The question is closed. Your answer is Yes.');
  expect(await axe(page)).toEqual([]);
  expect((await given()).map(({ answer: each }) => each)).toEqual([1, 0]);
  expect(page.problems).toEqual([]);
});
