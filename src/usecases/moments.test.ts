/** Copies, groups, readers who write first, lateness, and what is warned of. */
import { describe, expect, it } from 'vitest';
import { NOW, tempDesk } from '#test/support/desk';
import { mailOf } from '#test/support/mail';
import type { Language } from '#core/text/language';
import type { Choices, Plan } from '#core/plan/plan';
import { readWeek } from '#core/time/weekText';
import { toLocal } from '#core/time/wallClock';
import { moveDeparture } from './departures/changeDeparture';
import { readDeparture, readDeparturesOf } from './departures/departureView';
import { closeEditing, openForEditing } from './departures/editLease';
import { takeBack } from './departures/takeBack';
import type { Desk } from './desk';
import type { Invalid } from './errors';
import { receiveMail } from './incoming/receiveMail';
import { snoozeMoment } from './incoming/snoozeMoments';
import { changeSettings } from './changeSettings';
import { createDraft } from './messages/createDraft';
import { editMessage } from './messages/editMessage';
import { readMessage } from './messages/readMessage';
import { scheduleMessage } from './messages/scheduleMessage';
import { bestMoments, readPhrase, suggestMoments } from './moments/findMoments';
import { previewPlan } from './moments/previewPlan';
import { readStrips } from './moments/readStrips';
import { addCorrespondent, changeCorrespondent } from './people/correspondents';
import { removeGroup, saveGroup } from './people/groups';
import { claimDeparture } from './release/claimDeparture';
import { pauseTooLate } from './release/lateStarts';

const HOUR = 3_600_000;

/** Three readers in three zones: Osaka, Kathmandu, St. John’s. */
function readers(desk: Desk): Record<'h' | 'p' | 'm', string> {
  const add = (name: string, address: string, zone: string, week?: string) =>
    addCorrespondent(desk, { name, addresses: [address], zone, week: week ? readWeek(week) : null }).id;
  return {
    h: add('Haruki Anzai', 'h@x.example', 'Asia/Tokyo'),
    p: add('Prakriti Thapa', 'p@x.example', 'Asia/Kathmandu', 'Mo-Fr 08:30-17:00'),
    m: add('Marisol Quintero', 'm@x.example', 'America/St_Johns'),
  };
}

const each: Plan = { kind: 'each-local', local: '2026-11-25T08:30' };
const all = {
  to: ['h@x.example'],
  cc: ['p@x.example'],
  bcc: ['m@x.example'],
  subject: 'Crates',
  text: 'Hello',
};

function planned(desk: Desk, plan: Plan = each, choices?: Partial<Choices>, draft = all) {
  const { id } = createDraft(desk, draft);
  return { id, departures: scheduleMessage(desk, id, plan, undefined, choices) };
}

const goTo = (desk: Desk, at: number) =>
  desk.store.write((tx) => tx.run(`update clock set anchor = ${at}, barrier = null`));

const bytesOf = async (desk: Desk, id: string, at: number) => {
  goTo(desk, at);
  return (await claimDeparture(desk, id))!;
};

const mail = (from: string, lines: string[] = [], subject = 'News') =>
  Buffer.from([`From: ${from}`, `Subject: ${subject}`, ...lines, '', 'Hello'].join('\r\n'));

describe('each local', () => {
  it('is one copy per reader, at that time where each is, soonest first', () => {
    const { desk } = tempDesk();
    readers(desk);
    const { id, departures } = planned(desk);
    expect(departures.map(({ reader, due }) => [reader, new Date(due).toISOString()])).toEqual([
      ['h@x.example', '2026-11-24T23:30:00.000Z'],
      ['p@x.example', '2026-11-25T02:45:00.000Z'],
      ['m@x.example', '2026-11-25T12:00:00.000Z'],
    ]);
    for (const view of readDeparturesOf(desk, id)) {
      expect(view.readers).toHaveLength(1);
      expect(toLocal(view.due, view.readers[0]!.zone!).slice(0, 16)).toBe(each.local);
    }
  });

  it('a preview gives as many copies as asked for, and speaks of all', () => {
    const { desk } = tempDesk();
    readers(desk);
    const recipients = ['h', 'p', 'm'].map((name) => ({ address: `${name}@x.example` }));
    const some = previewPlan(desk, { plan: each, recipients, limit: 2 });
    expect(some.departures).toHaveLength(2);
    expect(some.sentence).toBe(previewPlan(desk, { plan: each, recipients }).sentence);
  });

  it('refuses a reader whose zone nobody knows, and a moment that is past for one of them', () => {
    const { desk } = tempDesk();
    readers(desk);
    const stranger = { ...all, to: ['s@x.example'] };
    expect(() => planned(desk, each, {}, stranger)).toThrow(/time zone of s@x.example is not known/);
    // 16:00 on Tuesday is still to come in St. John’s, and past in Osaka.
    expect(() => planned(desk, { kind: 'each-local', local: '2026-11-24T16:00' })).toThrow(
      expect.objectContaining({ path: 'plan.local' }) as Invalid,
    );
  });

  it('names its own reader alone in each copy, and nobody else anywhere', async () => {
    const { desk } = tempDesk();
    readers(desk);
    const { departures } = planned(
      desk,
      { kind: 'at', local: '2026-11-25T09:00', zone: 'Europe/Lisbon' },
      {
        copies: 'individual',
      },
    );
    const addresses = ['h@x.example', 'p@x.example', 'm@x.example'];
    expect(departures.map(({ reader }) => reader)).toEqual(addresses);
    const ids = new Set<string>();
    for (const { id, due, reader } of departures) {
      const { envelope, bytes } = await bytesOf(desk, id, due);
      const source = bytes.toString();
      expect(envelope.addresses).toEqual([reader]);
      expect(addresses.filter((address) => source.includes(address))).toEqual([reader]);
      ids.add(/^Message-ID: (.*)$/im.exec(source)![1]!);
    }
    expect(ids.size).toBe(3);
  });

  it('puts the answer to any copy into the thread', async () => {
    const { desk } = tempDesk();
    readers(desk);
    const { id, departures } = planned(desk);
    await bytesOf(desk, departures[0]!.id, departures[0]!.due);
    const claim = await bytesOf(desk, departures[1]!.id, departures[1]!.due);
    const headerId = /^Message-ID: (.*)$/im.exec(claim.bytes.toString())![1]!.trim();
    const answer = await receiveMail(desk, mail('p@x.example', [`In-Reply-To: ${headerId}`]));
    expect(answer.threadId).toBe(readMessage(desk, id).threadId);
  });

  it('moves as a whole or singly', () => {
    const { desk } = tempDesk();
    readers(desk);
    const { id, departures } = planned(desk);
    moveDeparture(desk, departures[0]!.id, { kind: 'each-local', local: '2026-11-26T10:00' }, undefined, {
      copies: 'all',
    });
    const locals = () =>
      readDeparturesOf(desk, id).map(({ due, readers: [reader] }) =>
        toLocal(due, reader!.zone!).slice(0, 16),
      );
    expect(locals()).toEqual(Array(3).fill('2026-11-26T10:00'));
    moveDeparture(desk, departures[1]!.id, { kind: 'at', local: '2026-11-27T11:00', zone: 'Asia/Kathmandu' });
    expect(locals().sort()).toEqual(['2026-11-26T10:00', '2026-11-26T10:00', '2026-11-27T11:00']);
  });

  it('follows a reader whose zone turns out to be another', () => {
    const { desk } = tempDesk();
    const { h } = readers(desk);
    const { id } = planned(desk);
    changeCorrespondent(desk, h, { zone: 'Asia/Kolkata' });
    const moved = readDeparturesOf(desk, id).find(({ copyFor }) => copyFor === 'h@x.example')!;
    expect(new Date(moved.due).toISOString()).toBe('2026-11-25T03:00:00.000Z');
  });

  it('stands still as a whole while the message is open, and goes on as a whole', () => {
    const { desk } = tempDesk();
    readers(desk);
    const { id, departures } = planned(desk);
    const token = openForEditing(desk, departures[0]!.id)!;
    const states = () => readDeparturesOf(desk, id).map(({ state, pausedFor }) => `${state} ${pausedFor}`);
    expect(states()).toEqual(Array(3).fill('paused editing'));
    closeEditing(desk, departures[0]!.id, token, 'leave');
    expect(states()).toEqual(Array(3).fill('scheduled null'));
  });

  it('follows the recipients when they are edited', () => {
    const { desk } = tempDesk();
    readers(desk);
    const { id } = planned(desk);
    editMessage(desk, id, { cc: [], bcc: ['m@x.example', 'h@x.example'] });
    const alive = () =>
      readDeparturesOf(desk, id)
        .filter(({ state }) => state !== 'ended')
        .map(({ copyFor }) => copyFor);
    expect(alive().sort()).toEqual(['h@x.example', 'm@x.example']);
    editMessage(desk, id, { cc: ['p@x.example'] });
    expect(alive().sort()).toEqual(['h@x.example', 'm@x.example', 'p@x.example']);
  });
});

describe('taking back a copy', () => {
  it('makes it a draft of its own; the others go on', () => {
    const { desk } = tempDesk();
    readers(desk);
    const { id, departures } = planned(desk);
    const back = takeBack(desk, departures[1]!.id);
    expect(back.messageId).not.toBe(id);
    expect(readMessage(desk, back.messageId)).toMatchObject({
      subject: 'Crates',
      to: [{ address: 'p@x.example' }],
    });
    expect(readMessage(desk, id)).toMatchObject({ cc: [], to: [{ address: 'h@x.example' }] });
    expect(readDeparturesOf(desk, id).map(({ state }) => state)).toEqual(['scheduled', 'scheduled']);
  });

  it('with all the others gives the message back whole, to be planned anew', () => {
    const { desk } = tempDesk();
    readers(desk);
    const { id, departures } = planned(desk);
    expect(takeBack(desk, departures[1]!.id, undefined, 'all').messageId).toBe(id);
    expect(readMessage(desk, id)).toMatchObject({ cc: [{ address: 'p@x.example' }], plan: each });
    const again = scheduleMessage(desk, id, { kind: 'at', local: '2026-11-25T09:00', zone: 'Europe/Lisbon' });
    expect(again).toHaveLength(1);
    expect(readDeparturesOf(desk, id).filter(({ state }) => state !== 'ended')).toHaveLength(1);
    expect(readDeparture(desk, again[0]!.id).readers).toHaveLength(3);
  });

  it('after one has left leaves that one alone', async () => {
    const { desk } = tempDesk();
    readers(desk);
    const { id, departures } = planned(desk);
    await bytesOf(desk, departures[0]!.id, departures[0]!.due);
    const back = takeBack(desk, departures[1]!.id, undefined, 'all');
    expect(
      readMessage(desk, back.messageId)
        .to.map(({ address }) => address)
        .sort(),
    ).toEqual(['m@x.example', 'p@x.example']);
    expect(readDeparturesOf(desk, id).map(({ state }) => state)).toEqual(['releasing']);
  });
});

describe('groups', () => {
  it('are who is in them when it leaves', async () => {
    const { desk } = tempDesk();
    const { h, p, m } = readers(desk);
    const group = saveGroup(desk, { name: 'Lenders', members: [h, p] });
    const draft = { to: ['Lenders:;'], subject: 'Loan', text: 'x' };
    const { id } = createDraft(desk, draft);
    expect(readMessage(desk, id).to).toEqual([{ name: 'Lenders', address: '', group: group.id }]);
    const [together] = scheduleMessage(desk, id, { kind: 'now' });
    const copies = createDraft(desk, draft);
    scheduleMessage(desk, copies.id, each);
    saveGroup(desk, { name: 'Lenders', members: [p, m] }, group.id);
    const readersOf = (messageId: string) =>
      readDeparturesOf(desk, messageId)
        .filter(({ state }) => state !== 'ended')
        .flatMap((view) => view.readers.map(({ address }) => address))
        .sort();
    expect(readersOf(copies.id)).toEqual(['m@x.example', 'p@x.example']);
    const claim = await bytesOf(desk, together!.id, together!.due);
    expect(claim.envelope.addresses.sort()).toEqual(['m@x.example', 'p@x.example']);
    expect(claim.bytes.toString()).toMatch(/^To: .*m@x\.example.*p@x\.example/m);
    // A member's new address is where it goes.
    changeCorrespondent(desk, m, { addresses: ['marisol@y.example'] });
    expect(readersOf(copies.id)).toEqual(['marisol@y.example', 'p@x.example']);
  });

  it('are refused where they do not exist, are called alike, or still needed', () => {
    const { desk } = tempDesk();
    const { h } = readers(desk);
    expect(() => createDraft(desk, { to: ['Nobody:;'] })).toThrow(/no group called “Nobody”/);
    const { id } = saveGroup(desk, { name: 'Lenders', members: [h] });
    expect(() => saveGroup(desk, { name: 'lenders', members: [] })).toThrow(/already/);
    expect(() => saveGroup(desk, { name: 'x', members: ['nobody'] })).toThrow(/no correspondent/);
    createDraft(desk, { to: [{ group: id }] });
    expect(() => removeGroup(desk, id)).toThrow(/take it off/);
  });
});

describe('if they write first', () => {
  const later: Plan = { kind: 'at', local: '2026-11-26T09:00', zone: 'Europe/Lisbon' };

  async function answerTo(desk: Desk, choice: Choices['ifTheyWriteFirst']) {
    const first = await receiveMail(desk, mail('Haruki <H@x.example>', ['Message-ID: <1@x>']));
    const { id } = createDraft(desk, { ...all, answers: first.id });
    return scheduleMessage(desk, id, later, undefined, { ifTheyWriteFirst: choice })[0]!;
  }
  const outcome = (desk: Desk, id: string) => {
    const { state, pausedFor, reason } = readDeparture(desk, id);
    return pausedFor ? `${state} ${pausedFor}: ${reason}` : state;
  };
  const inThread = ['In-Reply-To: <1@x>'];

  it.each<[string, Choices['ifTheyWriteFirst'], Buffer, string]>([
    [
      'in the thread',
      'thread',
      mail('Haruki <H@x.example>', inThread),
      'paused wrote-first: Haruki has written: “News”.',
    ],
    ['about something else', 'thread', mail('h@x.example'), 'scheduled'],
    [
      'about something else, any counts',
      'any',
      mail('h@x.example', [], ''),
      'paused wrote-first: h@x.example has written.',
    ],
    ['in the thread, nothing counts', 'off', mail('h@x.example', inThread), 'scheduled'],
    ['by somebody else', 'any', mail('z@x.example', inThread), 'scheduled'],
    ['automatically', 'any', mail('h@x.example', [...inThread, 'Auto-Submitted: auto-replied']), 'scheduled'],
    [
      'with a receipt',
      'any',
      mail('h@x.example', ['Content-Type: multipart/report; boundary=b']),
      'scheduled',
    ],
  ])('%s', async (_, choice, incoming, expected) => {
    const { desk } = tempDesk();
    const { id } = await answerTo(desk, choice);
    await receiveMail(desk, incoming);
    expect(outcome(desk, id)).toBe(expected);
  });

  it('stops the copy of whoever wrote, and no other', async () => {
    const { desk } = tempDesk();
    readers(desk);
    const { id } = planned(desk, each, { ifTheyWriteFirst: 'any' });
    await receiveMail(desk, mail('p@x.example'));
    expect(
      readDeparturesOf(desk, id)
        .map(({ copyFor, state }) => `${copyFor} ${state}`)
        .sort(),
    ).toEqual(['h@x.example scheduled', 'm@x.example scheduled', 'p@x.example paused']);
  });

  it('stops what is open for editing as well: closing it unchanged does not let it go', async () => {
    const { desk } = tempDesk();
    const { id } = await answerTo(desk, 'thread');
    const token = openForEditing(desk, id)!;
    await receiveMail(desk, mail('h@x.example', inThread));
    closeEditing(desk, id, token, 'leave');
    expect(outcome(desk, id)).toContain('paused wrote-first');
  });
});

describe('if this machine was off', () => {
  it.each<[Choices['ifOff'], number, string]>([
    [{ kind: 'at-most', minutes: 30 }, 20 * 60_000, 'scheduled'],
    [{ kind: 'at-most', minutes: 30 }, 40 * 60_000, 'paused'],
    [{ kind: 'ask' }, 30_000, 'scheduled'],
    [{ kind: 'ask' }, 2 * 60_000, 'paused'],
    // Until 17:00 in Kathmandu, which is 11:15 UTC, on a day that begins there at 8:30.
    [{ kind: 'their-day' }, 8 * HOUR, 'scheduled'],
    [{ kind: 'their-day' }, 9 * HOUR, 'paused'],
  ])('%j, %i ms late: %s', (ifOff, late, state) => {
    const { desk } = tempDesk();
    readers(desk);
    const plan: Plan = { kind: 'at', local: '2026-11-25T08:30', zone: 'Asia/Kathmandu' };
    const { departures } = planned(desk, plan, { ifOff }, { ...all, to: ['p@x.example'], cc: [], bcc: [] });
    goTo(desk, departures[0]!.due + late);
    pauseTooLate(desk, desk.now());
    expect(readDeparture(desk, departures[0]!.id).state).toBe(state);
  });
});

describe('what a preview says', () => {
  const about = (desk: Desk, plan: Plan, addresses = ['p@x.example']) =>
    previewPlan(desk, { plan, recipients: addresses.map((address) => ({ address })) });

  it('knows working weeks, leave and public holidays, and offers their next start of work', () => {
    const { desk } = tempDesk();
    const { h, p } = readers(desk);
    changeCorrespondent(desk, p, { leave: [{ from: '2026-11-25', to: '2026-11-27', note: 'trek' }] });
    changeCorrespondent(desk, h, { country: 'JP' });
    const plan: Plan = { kind: 'at', local: '2027-01-11T10:00', zone: 'Asia/Tokyo' };
    const [holiday] = about(desk, plan, ['h@x.example']).departures[0]!.warnings;
    expect(holiday).toMatchObject({ code: 'holiday', fixes: [{ plan: { local: '2027-01-12T09:00' } }] });
    expect(holiday!.text).toContain('Coming of Age Day');
    const [leave] = about(desk, { kind: 'at', local: '2026-11-25T10:00', zone: 'Asia/Kathmandu' })
      .departures[0]!.warnings;
    expect(leave).toMatchObject({
      text: 'Prakriti Thapa is on leave then (trek), and back at work on Mon 30 Nov 2026.',
      fixes: [{ label: 'Mon 30 Nov 08:30 in Kathmandu', plan: { local: '2026-11-30T08:30' } }],
    });
  });

  it('names what else reaches them within minutes, the message itself left out', () => {
    const { desk } = tempDesk();
    readers(desk);
    const plan: Plan = { kind: 'at', local: '2026-11-25T08:30', zone: 'Asia/Kathmandu' };
    const { id } = planned(desk, plan, {}, { ...all, to: ['p@x.example'], cc: [], bcc: [] });
    const near: Plan = { ...plan, local: '2026-11-25T08:34' };
    expect(about(desk, near).departures[0]!.warnings).toMatchObject([
      { code: 'close', fixes: [{ plan: { local: '2026-11-25T08:45' } }] },
    ]);
    // The way out does not lead to the next of its kind.
    planned(
      desk,
      { ...plan, local: '2026-11-25T08:50' },
      {},
      { ...all, to: ['p@x.example'], cc: [], bcc: [] },
    );
    expect(about(desk, near).departures[0]!.warnings).toMatchObject([
      { code: 'close', fixes: [{ plan: { local: '2026-11-25T09:05' } }] },
    ]);
    const own = previewPlan(desk, { plan: near, recipients: [{ address: 'p@x.example' }], message: id });
    expect(own.departures[0]!.warnings).toEqual([]);
  });

  it('offers what lies as far before a skipped time as after it', () => {
    const { desk } = tempDesk();
    const gap = { kind: 'at', local: '2027-03-28T01:30', zone: 'Europe/Lisbon' } as const;
    expect(previewPlan(desk, { plan: gap, recipients: [] }).warnings[0]).toMatchObject({
      code: 'gap',
      fixes: [{ plan: { local: '2027-03-28T02:30' } }, { plan: { local: '2027-03-28T00:30' } }],
    });
  });

  it('tells of a clock change however far ahead, and of both where both change', () => {
    const { desk } = tempDesk();
    readers(desk);
    const clock = (address: string, zone: string, local: string) =>
      previewPlan(desk, { plan: { kind: 'at', local, zone }, recipients: [{ address }] })
        .departures[0]!.warnings.filter(({ code }) => code === 'clock-change')
        .map(({ text }) => text.split(':')[0]);
    expect(clock('p@x.example', 'Asia/Kathmandu', '2027-06-02T09:00')).toEqual([
      'The clocks go forward in Lisbon on 28 Mar 2027',
    ]);
    // A year on all is as it is now.
    expect(clock('p@x.example', 'Asia/Kathmandu', '2027-12-01T09:00')).toEqual([]);
    addCorrespondent(desk, { name: 'Ned', addresses: ['n@x.example'], zone: 'Australia/Sydney' });
    expect(clock('n@x.example', 'Australia/Sydney', '2027-06-02T09:00')).toEqual([
      'The clocks go back in Sydney on 4 Apr 2027 and forward in Lisbon on 28 Mar 2027',
    ]);
  });

  it('tells of clocks that change between now and then, and can keep my own', () => {
    const { desk } = tempDesk();
    readers(desk);
    goTo(desk, Date.parse('2026-10-20T10:00:00Z'));
    const plan: Plan = { kind: 'at', local: '2026-10-28T14:00', zone: 'Asia/Kathmandu' };
    const [warning] = about(desk, plan).departures[0]!.warnings;
    expect(warning).toMatchObject({
      code: 'clock-change',
      text: 'The clocks go back in Lisbon on 25 Oct: 14:00 in Kathmandu is then 1 h earlier for you than it is now.',
      fixes: [{ plan: { local: '2026-10-28T09:15', zone: 'Europe/Lisbon' } }],
    });
  });

  it('lets me choose which of two, and then keeps quiet', () => {
    const { desk } = tempDesk();
    const twice: Plan = { kind: 'at', local: '2027-10-31T01:30', zone: 'Europe/Lisbon' };
    const [overlap] = about(desk, twice, []).warnings;
    const [first, second] = overlap!.fixes.map((fix) => about(desk, fix.plan, []));
    expect(second!.departures[0]!.at - first!.departures[0]!.at).toBe(HOUR);
    expect(second!.warnings).toEqual([]);
  });

  it('says so where no holiday calendar is known', () => {
    const { desk } = tempDesk();
    readers(desk);
    const strips = readStrips(
      desk,
      [{ address: 'p@x.example' }, { address: 'h@x.example' }],
      NOW,
      NOW + 24 * HOUR,
    );
    expect(strips.map(({ noHolidaysFor }) => noHolidaysFor)).toEqual(['NP', null]);
  });
});

describe('finding a moment', () => {
  it('suggests, reads phrases and searches with what is known of the readers', () => {
    const { desk } = tempDesk();
    readers(desk);
    const one = [{ address: 'p@x.example' }];
    expect(suggestMoments(desk, one)[0]).toMatchObject({
      words: 'First thing, their next working day',
      plan: { local: '2026-11-25T08:30', zone: 'Asia/Kathmandu' },
      preview: { departures: [{ recipients: [{ dayPart: 'working' }] }] },
    });
    expect(readPhrase(desk, 'tomorrow morning, theirs', one)).toMatchObject({
      readings: [{ plan: { local: '2026-11-25T08:30', zone: 'Asia/Kathmandu' } }],
    });
    const best = bestMoments(desk, [...one, { address: 'h@x.example' }, { address: 'stranger@x.example' }]);
    expect(best).toMatchObject({ readers: 2 });
    expect(best.best[0]!.working).toBe(2);
  });
});

describe('the languages of phrases', () => {
  const one = [{ address: 'p@x.example' }];

  it('are mine, those the browser asks for, and English', () => {
    const { desk } = tempDesk();
    const kind = (text: string, asked: Language[] = []) => readPhrase(desk, text, one, asked).kind;
    expect(kind('morgen 9 Uhr')).toBe('not-understood');
    expect(kind('morgen 9 Uhr', ['de'])).toBe('understood');
    expect(kind('tomorrow 9:00', ['de'])).toBe('understood');
    changeSettings(desk, { languages: ['de', 'pt'] });
    expect(kind('morgen 9 Uhr')).toBe('understood');
    expect(kind('amanhã às 9h')).toBe('understood');
    expect(kind('demain à 9 h')).toBe('not-understood');
  });

  it('are those a message is put off by, too', async () => {
    const { desk } = tempDesk();
    const { id } = await receiveMail(desk, mailOf({ id: 'a' }));
    expect(() => snoozeMoment(desk, id, { phrase: 'morgen um 9 Uhr' })).toThrow();
    expect(snoozeMoment(desk, id, { phrase: 'morgen um 9 Uhr' }, ['de']).until).toBe(
      Date.parse('2026-11-25T09:00Z'),
    );
  });
});

it('the moment a preview shows is the moment that is kept, at changes of the clocks too', () => {
  const { desk } = tempDesk();
  readers(desk);
  const to = [{ address: 'h@x.example' }];
  // Lisbon skips 01:00 to 02:00 in March and has it twice in October; St. John’s and Tokyo are as usual.
  const locals = [
    '2027-03-28T00:59',
    '2027-03-28T01:00',
    '2027-03-28T01:30',
    '2027-10-31T01:30',
    '2027-10-31T02:00',
  ];
  for (const zone of ['Europe/Lisbon', 'America/St_Johns', 'Asia/Tokyo'])
    for (const local of locals)
      for (const occurrence of ['first', 'second'] as const) {
        const plan: Plan = { kind: 'at', local, zone, occurrence };
        const shown = previewPlan(desk, { plan, recipients: to }).departures[0]!;
        const { departures } = planned(desk, plan, {}, { ...all, to: ['h@x.example'], cc: [], bcc: [] });
        const kept = readDeparture(desk, departures[0]!.id);
        expect([plan, kept.due]).toEqual([plan, shown.at]);
      }
});
