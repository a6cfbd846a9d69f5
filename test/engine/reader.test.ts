/** The reader: what comes in is kept at once, and read afterwards, whatever it is. */
import { connect, type Socket } from 'node:net';
import { beforeAll, describe, expect, it, onTestFinished } from 'vitest';
import { EFFORT, INTAKE, READING } from '#core/limits';
import { READER_VERSION } from '#mail/readMail';
import { nextArrivals } from '#store/arrivals';
import { restsOfNothing } from '#store/sources';
import { Engine } from '#engine/engine';
import { moveClock, readClock } from '#usecases/clock/sandbox';
import { openDesk, type Desk } from '#usecases/desk';
import { Arriving } from '#usecases/incoming/arrive';
import { receiveMail } from '#usecases/incoming/receiveMail';
import { readMessage, readSource } from '#usecases/messages/readMessage';
import { search } from '#usecases/search/search';
import pino from 'pino';
import { bundleDaemon, startDaemon } from '../support/daemon';
import { inboxOf, tempDesk } from '../support/desk';
import { greedyMail } from '../support/greedy';
import { deliver } from '../support/lmtp';
import { mailOf } from '../support/mail';
import { freePort } from '../support/product';
import { chance, SEED } from '../support/random';
import { startReader } from '../support/reader';
import { patient, until } from '../support/until';

const subjects = (desk: Desk) => inboxOf(desk).messages.map(({ subject }) => subject);
const allRead = (desk: Desk) =>
  until('everything to be read', () => nextArrivals(desk.store.db, [], 1).length === 0, patient(60_000));
const me = (desk: Desk) => desk.settings().me.address;
const greedy = (name: string, size: number) => greedyMail.find((each) => each.name === name)!.make(size);

/** Puts it where what came in by LMTP lies. */
async function arrive(desk: Desk, bytes: Buffer): Promise<void> {
  const arriving = new Arriving(desk);
  for (let at = 0; at < bytes.length; at += 100_000) arriving.add(bytes.subarray(at, at + 100_000));
  await arriving.keep();
}

/** A conversation up to the text of a message. */
async function begin(port: number, to: string): Promise<{ socket: Socket; heard: () => string }> {
  const socket = connect(port, '127.0.0.1');
  onTestFinished(() => void socket.destroy());
  let heard = '';
  socket.on('data', (chunk: Buffer) => (heard += chunk.toString())).on('error', () => {});
  await until('the greeting', () => heard.startsWith('220'));
  socket.write(`LHLO x\r\nMAIL FROM:<h@x.example>\r\nRCPT TO:<${to}>\r\nDATA\r\n`);
  await until('it to be asked for', () => /^354 /m.test(heard));
  return { socket, heard: () => heard };
}

describe('what comes in', () => {
  it('is kept byte for byte, however long, and its words are found', async () => {
    const { desk } = tempDesk();
    const reader = await startReader(desk);
    const long = mailOf({ id: 'long', subject: 'Long', text: 'lacquer panel\r\n'.repeat(75_000) });
    const exact = mailOf({ id: 'exact', subject: 'Exact', text: '' });
    // Exactly two pieces.
    const padded = Buffer.concat([
      exact,
      Buffer.alloc(512 * 1024 - exact.length - 2, 'x'),
      Buffer.from('\r\n'),
    ]);
    for (const bytes of [long, padded]) {
      expect(await deliver(reader.lmtpPort, 'h@x.example', me(desk), bytes.toString())).toBe(true);
    }
    await allRead(desk);
    expect(subjects(desk).sort()).toEqual(['Exact', 'Long']);
    for (const bytes of [long, padded]) {
      const subject = /Subject: (\w+)/.exec(bytes.toString('latin1', 0, 500))![1]!;
      const { id } = inboxOf(desk).messages.find((each) => each.subject === subject)!;
      const source = readSource(desk, id).toString().trimEnd();
      expect(source === bytes.toString().trimEnd(), subject).toBe(true);
    }
    expect(search(desk, 'lacquer', 9).hits).toHaveLength(1);
    const { strange, text } = readMessage(desk, search(desk, 'lacquer', 9).hits[0]!.message.id);
    expect([strange, text.length]).toEqual(['text', READING.text]);
  });

  it('once only, although it is handed over again, before and after it was read', async () => {
    const { desk } = tempDesk();
    for (const [id, subject] of [
      ['a', 'Named'],
      [undefined, 'Unnamed'],
    ] as const) {
      const bytes = mailOf({ id, subject, text: 'x'.repeat(600_000) });
      await arrive(desk, bytes);
      await arrive(desk, bytes);
    }
    await startReader(desk);
    await allRead(desk);
    await arrive(desk, mailOf({ id: 'a', subject: 'Named', text: 'x'.repeat(600_000) }));
    await startReader(desk);
    await allRead(desk);
    expect(subjects(desk).sort()).toEqual(['Named', 'Unnamed']);
    expect(restsOfNothing(desk.store.db)).toEqual([]);
  });

  it('and breaks off leaves nothing, nor does what a reader that died had begun', async () => {
    const { desk, dir } = tempDesk();
    const reader = await startReader(desk);
    const { socket } = await begin(reader.lmtpPort, me(desk));
    socket.write(Buffer.from(`Subject: x\r\n\r\n${'x'.repeat(998)}\r\n`.repeat(2000)));
    await until('some of it to be written', () => restsOfNothing(desk.store.db).length > 0);
    socket.destroy();
    await until('that to be forgotten', () => restsOfNothing(desk.store.db).length === 0);
    new Arriving(desk).add(Buffer.alloc(900_000));
    expect(restsOfNothing(desk.store.db)).toHaveLength(1);
    const other = openDesk(dir);
    onTestFinished(() => other.store.close());
    await startReader(other);
    expect(restsOfNothing(desk.store.db)).toEqual([]);
    expect(subjects(desk)).toEqual([]);
  });

  it('is refused where it is too big or there are too many, and others are let in again afterwards', async () => {
    const { desk } = tempDesk();
    const reader = await startReader(desk);
    const { socket, heard } = await begin(reader.lmtpPort, me(desk));
    const piece = Buffer.from(`${'x'.repeat(998)}\r\n`.repeat(1000));
    for (let sent = 0; sent <= INTAKE.messageBytes; sent += piece.length)
      if (!socket.write(piece)) await new Promise((resolve) => socket.once('drain', resolve));
    socket.write('\r\n.\r\n');
    await until('it to be refused', () => /^552 /m.test(heard()));
    expect(restsOfNothing(desk.store.db)).toEqual([]);
    socket.destroy();

    const open: Socket[] = [];
    const told: string[] = [];
    for (let n = 0; n < INTAKE.connectionsOfOne + 5; n++) {
      const one = connect(reader.lmtpPort, '127.0.0.1');
      one.on('data', (chunk: Buffer) => told.push(chunk.toString().slice(0, 3))).on('error', () => {});
      open.push(one);
    }
    await until('all to be answered', () => told.length >= open.length);
    expect(told.filter((code) => code === '421').length).toBeGreaterThanOrEqual(5);
    expect(told.filter((code) => code === '220').length).toBeGreaterThan(0);
    for (const one of open) one.destroy();
    await until('others to be let in', () =>
      deliver(reader.lmtpPort, 'h@x.example', me(desk), mailOf({ subject: 'Later' }).toString()).catch(
        () => false,
      ),
    );
    await until('it to be read', () => subjects(desk).includes('Later'));
  });
});

describe('what is too strange', () => {
  const CASES: [name: string, bytes: Buffer, strange: string][] = [
    [
      'a header without end',
      Buffer.from(
        `From: Haruki <h@x.example>\r\nSubject: Told\r\nX-A: ${'x'.repeat(READING.headerBytes)}\r\n\r\nhi`,
      ),
      'header',
    ],
    [
      'parts in parts',
      Buffer.from(
        `From: Haruki <h@x.example>\r\nSubject: Told\r\n${Array.from(
          { length: READING.depth + 10 },
          (_, n) => `Content-Type: multipart/mixed; boundary=b${n}\r\n\r\n--b${n}\r\n`,
        ).join('')}`,
      ),
      'depth',
    ],
  ];

  it.each(CASES)('%s: it is kept whole, with what its header says', async (_, bytes, strange) => {
    const { desk } = tempDesk();
    const { id } = await receiveMail(desk, bytes);
    const message = readMessage(desk, id);
    expect(message).toMatchObject({ strange, subject: 'Told', from: { address: 'h@x.example' }, text: '' });
    expect(readSource(desk, id).equals(bytes)).toBe(true);
    expect(search(desk, 'from:haruki', 9).hits).toHaveLength(1);
  });

  it(
    'takes too long: others are read before it is tried again, and it is not tried a third time',
    async () => {
      const { desk } = tempDesk();
      // About as long as it may be; no reader is done with so many line ends in time.
      await arrive(
        desk,
        Buffer.concat([mailOf({ id: 'slow', subject: 'Slow' }), greedy('text of line ends', 45_000_000)]),
      );
      await arrive(desk, mailOf({ id: 'quick', subject: 'Quick' }));
      const reader = await startReader(desk);
      await until('the other to be read', () => subjects(desk).includes('Quick'));
      await allRead(desk);
      const slow = inboxOf(desk).messages.find(({ subject }) => subject === 'Slow')!;
      const { strange, text } = readMessage(desk, slow.id);
      // On a quick machine it is read after all, to its limit.
      expect(['time', 'memory', 'text', null]).toContain(strange);
      expect(text === '' || strange === 'text' || strange === null).toBe(true);
      await reader.stop();
    },
    patient(EFFORT.longMs * 12),
  );

  it('cannot be kept as it is: it is kept with what its header says, and stops no other', async () => {
    const { desk } = tempDesk();
    desk.store.db.run(`CREATE TRIGGER unkeepable BEFORE INSERT ON messages WHEN NEW.text = 'unkeepable'
      BEGIN SELECT RAISE(ABORT, 'a fault of ours'); END`);
    const bytes = mailOf({ id: 'fault', subject: 'Fault', text: 'unkeepable' });
    await arrive(desk, bytes);
    await arrive(desk, mailOf({ id: 'other', subject: 'Other' }));
    await startReader(desk);
    await allRead(desk);
    expect(subjects(desk).sort()).toEqual(['Fault', 'Other']);
    const { id } = inboxOf(desk).messages.find(({ subject }) => subject === 'Fault')!;
    expect(readMessage(desk, id).strange).toBe('form');
    expect(readSource(desk, id).equals(bytes)).toBe(true);
  });

  it('is tried again by a newer version, and stays where it is', async () => {
    const { desk } = tempDesk();
    const { id } = await receiveMail(desk, mailOf({ id: 'a', subject: 'Crates', text: 'lacquer' }));
    const before = readMessage(desk, id);
    desk.store.db.run(
      `UPDATE messages SET strange = 'time', read_by = ${READER_VERSION - 1}, text = '', subject = 'x' WHERE id = '${id}'`,
    );
    await startReader(desk);
    await until('it to be read', () => readMessage(desk, id).strange === null);
    const { text, subject, at, to, thread } = readMessage(desk, id);
    expect({ text, subject, at, to, thread }).toEqual({
      text: 'lacquer',
      subject: 'Crates',
      at: before.at,
      to: before.to,
      thread: before.thread,
    });
    expect(search(desk, 'lacquer', 9).hits).toHaveLength(1);
    expect(inboxOf(desk).messages).toHaveLength(1);
  });
});

it('a sandbox clock waits until what has come in has been read', async () => {
  const { desk } = tempDesk();
  const before = readClock(desk).now;
  const engine = new Engine({ desk, log: pino({ level: 'silent' }) });
  engine.start();
  onTestFinished(() => engine.stop());
  await arrive(desk, mailOf({ subject: 'First' }));
  moveClock(desk, { advance: 3_600_000 });
  await until('the engine to have looked', () => engine.heartbeats > 1);
  expect([readClock(desk).now, readClock(desk).target]).toEqual([before, before + 3_600_000]);
  await startReader(desk);
  await until('the clock to arrive', () => readClock(desk).target === null);
  expect(inboxOf(desk).messages[0]!.at).toBe(before);
});

describe('a reader that is killed', () => {
  beforeAll(() => bundleDaemon('reader'), patient(60_000));

  it(
    `has every message once that was answered (seed ${SEED})`,
    async () => {
      const random = chance();
      const { desk, dir } = tempDesk();
      const port = await freePort();
      const start = async () => {
        const reader = startDaemon('reader', {
          OAK_DATA: dir,
          OAK_LMTP_PORT: String(port),
          OAK_FROM: process.env.OAK_FROM!,
        });
        await reader.ready;
        return reader;
      };
      let reader = await start();
      onTestFinished(() => void reader.process.kill('SIGKILL'));
      const answered = new Set<string>();
      let sending = true;
      // A client hands over again what it had no answer to.
      const client = async (name: string) => {
        for (let n = 0; n < 40; n++) {
          const subject = `${name}-${n}`;
          const text = 'x\r\n'.repeat(n % 20 === 0 ? 150_000 : 10);
          const bytes = mailOf({ id: subject, subject, text }).toString();
          while (!answered.has(subject)) {
            const taken = await deliver(port, 'h@x.example', me(desk), bytes).catch(() => false);
            if (taken) answered.add(subject);
            else await new Promise((resolve) => setImmediate(resolve));
          }
        }
      };
      const killing = (async () => {
        while (sending) {
          const from = answered.size;
          const until = from + 1 + Math.floor(random() * 25);
          while (sending && answered.size < until) await new Promise((resolve) => setTimeout(resolve, 1));
          if (!sending) return;
          reader.process.kill('SIGKILL');
          await reader.ended;
          reader = await start();
        }
      })();
      await Promise.all(['a', 'b', 'c'].map(client));
      sending = false;
      await killing;
      await allRead(desk);
      const kept = subjects(desk);
      expect(kept).toHaveLength(120);
      expect(new Set(kept)).toEqual(answered);
      expect(restsOfNothing(desk.store.db)).toEqual([]);
    },
    patient(120_000),
  );
});
