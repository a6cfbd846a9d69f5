import { expect, it } from 'vitest';
import { tempDesk } from '#test/support/desk';
import { mailOf } from '#test/support/mail';
import { sent } from '#test/support/watching';
import { mboxEntry } from '#core/formats/mbox';
import { moveClock } from '../clock/sandbox';
import { changeSettings } from '../changeSettings';
import { NotFound } from '../errors';
import { beginImport, receiveImport } from '../exchange/importMail';
import { receiveMail } from '../incoming/receiveMail';
import { addCorrespondent } from './correspondents';
import { readAnswerHabit } from './answerHabit';

const HOUR = 3_600_000;

it('is from what left here and from past mail, each answer once', async () => {
  const { desk } = tempDesk();
  changeSettings(desk, { me: { name: 'Me', address: 'me@x.example' } });
  const { id } = addCorrespondent(desk, {
    name: 'Ana',
    addresses: ['ana@x.example'],
    zone: 'Asia/Kathmandu',
  });
  expect(readAnswerHabit(desk, id)).toBeNull();
  expect(() => readAnswerHabit(desk, 'nobody')).toThrow(NotFound);

  const past = [
    mailOf({ id: 'q', from: 'me@x.example', to: 'ana@x.example', date: 'Mon, 02 Nov 2026 09:00:00 +0000' }),
    mailOf({ id: 'a', re: 'q', from: 'ana@x.example', date: 'Tue, 03 Nov 2026 03:30:00 +0000' }),
    // What she asked, and what a machine said, answers nothing of mine.
    mailOf({ id: 'b', from: 'ana@x.example', date: 'Wed, 04 Nov 2026 09:00:00 +0000' }),
    mailOf({
      id: 'c',
      re: 'q',
      from: 'ana@x.example',
      date: 'Mon, 02 Nov 2026 09:00:05 +0000',
      headers: ['Auto-Submitted: auto-replied'],
    }),
  ];
  const bytes = Buffer.concat(past.map((each) => mboxEntry(each, 'a@x.example', 0)));
  const { id: file } = beginImport(desk, { name: 'old.mbox', size: bytes.length, format: 'mbox' });
  await receiveImport(desk, file, 0, bytes);
  expect(readAnswerHabit(desk, id)).toMatchObject({
    zone: 'Asia/Kathmandu',
    theirs: true,
    count: 1,
    median: 18.5 * HOUR,
    hours: [{ weekday: 1, hour: 9, count: 1 }],
  });

  const { ids } = await sent(desk, { to: ['ana@x.example'] });
  moveClock(desk, { set: desk.now() + 2 * HOUR });
  await receiveMail(desk, mailOf({ from: 'ana@x.example', headers: [`In-Reply-To: ${ids[0]!}`] }));
  expect(readAnswerHabit(desk, id)).toMatchObject({ count: 2, median: 10.25 * HOUR });
});
