/** Filling a new sandbox with the demo world, through the same use cases everyone uses. */
import { join } from 'node:path';
import { changeSettings } from '#usecases/changeSettings';
import type { Desk } from '#usecases/desk';
import { beginImport, receiveImport } from '#usecases/exchange/importMail';
import { endReading } from '#usecases/readApart';
import { receiveSample, type Sample } from '#usecases/incoming/receiveSample';
import { markSeen } from '#usecases/incoming/seen';
import { snooze } from '#usecases/incoming/snooze';
import { addLink } from '#usecases/links/linkFiles';
import { createDraft } from '#usecases/messages/createDraft';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { writeEventFile, type EventEntry } from '#core/formats/eventFile';
import { formatMailbox } from '#core/message/address';
import { toInstant } from '#core/time/wallClock';
import { offerTimes } from '#usecases/offers/offerTimes';
import { ask } from '#usecases/questions/ask';
import { changeEvent, createEvent } from '#usecases/events/writeEvent';
import { demoEvents } from './events';
import { changeSeries, pauseSeries } from '#usecases/series/changeSeries';
import { demoFolder, demoWatched, makeDemoFiles } from './files';
import { demoOccasion } from './occasion';
import { demoSeries } from './series';
import { demoTexts } from './texts';
import { addOccasion, placeAround, scheduleAround } from '#usecases/occasions/occasions';
import { addCorrespondent } from '#usecases/people/correspondents';
import { saveGroup } from '#usecases/people/groups';
import { placeInTime } from '#usecases/placeInTime';
import { addText } from '#usecases/texts/keepText';
import { watchMessage } from '#usecases/watches/setWatch';
import { addTodo } from '#usecases/todos/todos';
import { readWeek } from '#core/time/weekText';
import { pastMailbox } from './past';
import {
  demoGroups,
  demoPeople,
  demoRules,
  incoming,
  me,
  myOthers,
  mySentFolders,
  mySignature,
  myZone,
  outgoing,
  type DemoMail,
  type DemoPerson,
} from './world';

/** What the writer’s calendar program sends along. */
function invitationOf({ invites, date }: DemoMail, from: DemoPerson, index: number): Sample['calendar'] {
  if (!invites) return undefined;
  const { start, end, ...said } = invites;
  const stamp = Date.parse(date);
  const entry: EventEntry = {
    uid: `demo.${index}@${from.address.split('@')[1]}`,
    occurrence: '',
    when: { start, end, zone: from.zone ?? myZone, rrule: null, rdate: [], exdate: [] },
    ...said,
    description: '',
    transparent: false,
    status: 'confirmed',
    sequence: 0,
    stamp,
    organizer: from,
    attendees: [
      { ...from, attendance: 'accepted', role: 'chair' },
      { ...me, attendance: 'needs-action', role: 'required' },
    ],
  };
  return { method: 'REQUEST', text: writeEventFile([entry], stamp, 'REQUEST') };
}

function sampleOf(mail: DemoMail, index: number): Sample {
  const from = demoPeople.get(mail.from)!;
  return {
    from,
    to: me,
    subject: mail.subject,
    text: mail.text,
    automatic: mail.automatic,
    messageId: `<demo.${index}@${from.address.split('@')[1]}>`,
    date: mail.date,
    attachment: mail.attachment,
    calendar: invitationOf(mail, from, index),
  };
}

/** What came before is no news to the registrar. */
const SEEN_UNTIL = Date.parse('2026-11-24T09:00:00Z');

/** Seeds the demo world into a new sandbox. */
export async function seedDemo(desk: Desk): Promise<void> {
  changeSettings(desk, {
    me,
    zone: myZone,
    signature: mySignature,
    identities: myOthers.map((each) => ({ ...each, account: null })),
    sentFolders: mySentFolders,
    fileFolders: [demoFolder(desk.dataDir)],
  });
  const ids = new Map<string, string>();
  for (const { key, name, address, alsoFrom, week, ...person } of demoPeople.values()) {
    const { id } = addCorrespondent(desk, {
      ...person,
      name,
      addresses: alsoFrom ? [address, alsoFrom] : [address],
      week: week ? readWeek(week) : null,
    });
    ids.set(key, id);
  }
  const groups = new Map(
    demoGroups.map(({ name, members }) => [
      name,
      saveGroup(desk, { name, members: members.map((key) => ids.get(key)!) }).id,
    ]),
  );
  changeSettings(desk, {
    holdRules: demoRules.map(({ group, except, ...rule }) => ({
      ...rule,
      when: [{ kind: 'group', groups: [groups.get(group)!] }],
      except: [{ kind: 'recipient', addresses: except.map((key) => demoPeople.get(key)!.address) }],
    })),
  });
  const past = pastMailbox(me, demoPeople);
  const file = beginImport(desk, { name: 'letters-autumn.mbox', size: past.length, format: 'mbox' });
  await receiveImport(desk, file.id, 0, past);
  // Nothing else is read in this process, which lives as long as the product.
  endReading();
  const received = new Map<string, string>();
  for (const [index, mail] of incoming.entries()) {
    const { id } = await receiveSample(desk, sampleOf(mail, index));
    received.set(mail.subject, id);
    placeInTime(desk, id, {
      at: Date.parse(mail.date) + 4000,
      cameBack: mail.cameBack && {
        since: Date.parse(mail.cameBack.putOff),
        at: Date.parse(mail.cameBack.at),
        note: mail.cameBack.note,
        times: mail.cameBack.times,
      },
    });
    if (Date.parse(mail.date) < SEEN_UNTIL) markSeen(desk, [id]);
    if (mail.snoozedUntil)
      snooze(desk, id, {
        until: Date.parse(mail.snoozedUntil),
        words: mail.snoozeWords,
        note: mail.snoozeNote,
      });
    if (mail.todo) {
      const { what, due, time, remind, sound } = mail.todo;
      const moment = { date: due, time, zone: myZone };
      addTodo(desk, id, { what, due: moment, remindAt: Date.parse(remind), sound });
    }
  }
  for (const each of demoTexts) addText(desk, each);
  const mailboxes = (keys: readonly string[]) =>
    keys.map((key) => {
      const person = demoPeople.get(key);
      return person ? { name: person.name, address: person.address } : key;
    });
  makeDemoFiles(desk.dataDir);
  for (const { to, subject, text, at, answers, watch, link, question, offer } of outgoing) {
    const draft = createDraft(desk, {
      to: mailboxes(to),
      subject: answers ? `Re: ${answers}` : subject,
      text,
      answers: answers && received.get(answers),
    });
    if (watch) watchMessage(desk, draft.id, watch);
    if (link) addLink(desk, draft.id, { ...link, path: join(demoFolder(desk.dataDir), link.path) });
    if (question) ask(desk, draft.id, question);
    if (offer) {
      const slots = offer.slots.map((local) => toInstant(local, myZone).at);
      offerTimes(desk, draft.id, { ...offer, slots });
    }
    const copies = question || offer ? 'individual' : 'together';
    if (at) scheduleMessage(desk, draft.id, { kind: 'at', ...at }, undefined, { copies });
  }
  for (const { to, subject, text, name, plan, copies, review, fields, paused, link } of demoSeries) {
    const { id } = createDraft(desk, { to: mailboxes(to), subject, text });
    if (link) addLink(desk, id, { ...link, path: join(demoFolder(desk.dataDir), link.path) });
    const [first] = scheduleMessage(desk, id, plan, undefined, { copies: copies ?? 'together' });
    const seriesId = first!.seriesId!;
    changeSeries(desk, seriesId, { name, review: review ?? null, fields: fields ?? {} });
    if (paused) pauseSeries(desk, seriesId);
  }
  const { messages: around, ...named } = demoOccasion;
  const occasion = addOccasion(desk, named);
  for (const { offset, to, subject, text, draft } of around) {
    const { id } = createDraft(desk, { to: mailboxes(to), subject, text });
    placeAround(desk, occasion.id, id, offset);
    if (!draft) scheduleAround(desk, occasion.id, id);
  }
  for (const { with: people = [], once, before, ...event } of demoEvents) {
    const attendees = mailboxes(people).map((each) =>
      typeof each === 'string' ? each : formatMailbox(each),
    );
    const { id } = createEvent(desk, { ...event, attendees });
    if (once) changeEvent(desk, id, once.change, { occurrence: once.occurrence });
    if (before) {
      const draft = createDraft(desk, {
        to: mailboxes(before.to),
        subject: before.subject,
        text: before.text,
      });
      scheduleMessage(desk, draft.id, { kind: 'before-event', event: id, offset: before.offset });
    }
  }
  const watched = join(demoFolder(desk.dataDir), demoWatched.file);
  const { subject, text } = demoWatched;
  const { id } = createDraft(desk, { to: mailboxes(demoWatched.to), subject, text });
  addLink(desk, id, { path: watched });
  scheduleMessage(desk, id, { kind: 'on-file-change', path: watched, zone: myZone });
}
