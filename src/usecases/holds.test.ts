/** Hold rules and quiet hours, from settings to what becomes of a message. */
import { describe, expect, it } from 'vitest';
import { tempDesk } from '#test/support/desk';
import { usualQuietHours } from '#core/hold/quietHours';
import type { HoldRule } from '#core/hold/rule';
import { toInstant, toLocal } from '#core/time/wallClock';
import { changeSettings } from './changeSettings';
import { approveDeparture, moveDeparture, releaseNow, resumeDeparture } from './departures/changeDeparture';
import { readDeparture } from './departures/departureView';
import { closeEditing, openForEditing } from './departures/editLease';
import { takeBack } from './departures/takeBack';
import type { Desk } from './desk';
import { tryRule } from './holds/tryRule';
import { claimDeparture } from './release/claimDeparture';
import { editMessage } from './messages/editMessage';
import { createDraft } from './messages/createDraft';
import { readMessage } from './messages/readMessage';
import { scheduleMessage } from './messages/scheduleMessage';
import { previewPlan } from './moments/previewPlan';
import { addCorrespondent } from './people/correspondents';
import { saveGroup } from './people/groups';

const LISBON = 'Europe/Lisbon';
const goTo = (desk: Desk, local: string) => {
  const { at } = toInstant(local, LISBON);
  desk.store.write((tx) => tx.run(`update clock set anchor = ${at}, barrier = null`));
  return at;
};

/** Lenders wait four minutes, except the night courier. */
function lenders(desk: Desk): HoldRule {
  const [h, o] = ['Haruki', 'Odhiambo'].map(
    (name) => addCorrespondent(desk, { name, addresses: [`${name.toLowerCase()}@x.example`] }).id,
  );
  const group = saveGroup(desk, { name: 'Lenders', members: [h!, o!] });
  return {
    id: 'lenders',
    name: 'Lenders wait',
    on: true,
    when: [{ kind: 'group', groups: [group.id] }],
    except: [{ kind: 'recipient', addresses: ['odhiambo@x.example'] }],
    action: { kind: 'hold', minutes: 4 },
  };
}

function send(desk: Desk, to: string, more: { text?: string; inSpite?: string } = {}) {
  const { id } = createDraft(desk, { to: [to], subject: 'Terms', text: more.text ?? 'Hello' });
  return scheduleMessage(desk, id, { kind: 'now' }, undefined, {}, more.inSpite)[0]!;
}

const withRules = (holdRules: HoldRule[] | ((desk: Desk) => HoldRule[])) => {
  const { desk } = tempDesk();
  changeSettings(desk, { zone: LISBON });
  changeSettings(desk, { holdRules: typeof holdRules === 'function' ? holdRules(desk) : holdRules });
  return desk;
};
const quietly = () => {
  const desk = withRules([]);
  changeSettings(desk, { quietHours: { ...usualQuietHours, on: true } });
  return desk;
};

const review: HoldRule = {
  id: 'bond',
  name: 'Bonds',
  on: true,
  except: [],
  action: { kind: 'review' },
  when: [{ kind: 'words', where: 'either', words: ['bond'] }],
};

describe('rules', () => {
  it('lenders wait four minutes, except the night courier', () => {
    const desk = withRules((each) => [lenders(each)]);
    expect(send(desk, 'haruki@x.example')).toMatchObject({
      state: 'held',
      due: desk.now() + 240_000,
      heldBy: { rule: { name: 'Lenders wait', why: 'to Haruki of “Lenders”' }, quiet: null },
    });
    expect(send(desk, 'odhiambo@x.example')).toMatchObject({ due: desk.now() + 90_000, heldBy: null });
    expect(send(desk, 'other@x.example')).toMatchObject({ due: desk.now() + 90_000, heldBy: null });
  });

  it('a held one says which rule holds it and why; with another plan it no longer does', () => {
    const desk = withRules((each) => [lenders(each)]);
    const { id } = send(desk, 'haruki@x.example');
    expect(readDeparture(desk, id).whyThen).toBe('rule “Lenders wait”: to Haruki of “Lenders”');
    moveDeparture(desk, id, { kind: 'at', local: '2026-12-01T09:00', zone: LISBON });
    expect(readDeparture(desk, id)).toMatchObject({ whyThen: '09:00 my time', heldBy: null });
    moveDeparture(desk, id, { kind: 'now' });
    expect(readDeparture(desk, id)).toMatchObject({ due: desk.now() + 240_000 });
  });

  it('what is to leave at once is due at once', () => {
    const desk = withRules([{ ...review, action: { kind: 'release' } }]);
    expect(send(desk, 'a@x.example', { text: 'the bond' })).toMatchObject({ state: 'held', due: desk.now() });
  });

  it('the preview says the same as what happens then', () => {
    const desk = withRules((each) => [lenders(each), review]);
    const { id } = createDraft(desk, { to: ['x@y.example'], text: 'the bond' });
    const shown = previewPlan(desk, {
      plan: { kind: 'now' },
      recipients: [{ address: 'x@y.example' }],
      message: id,
    });
    expect(shown.hold).toMatchObject({ review: true, rule: { name: 'Bonds' } });
    expect(shown.sentence).toBe('Waits until you have looked by the rule “Bonds” (with “bond” in it).');
    const [departure] = scheduleMessage(desk, id, { kind: 'now' });
    expect(departure).toMatchObject({
      state: 'paused',
      pausedFor: 'review',
      heldBy: { rule: { name: 'Bonds' } },
    });
  });
});

describe('a look before it leaves', () => {
  it('is asked for, given by approving, and followed by the usual hold', () => {
    const desk = withRules([review]);
    const { id } = send(desk, 'a@x.example', { text: 'the bond' });
    expect(readDeparture(desk, id)).toMatchObject({
      state: 'paused',
      reason: 'rule “Bonds”: with “bond” in it',
    });
    expect(approveDeparture(desk, id)).toMatchObject({ state: 'held', due: desk.now() + 90_000 });
    expect(() => approveDeparture(desk, id)).toThrow('does not wait for a look');
  });

  it('is asked for again when it is moved to now', () => {
    const desk = withRules([review]);
    const { id: message } = createDraft(desk, { to: ['a@x.example'], text: 'the bond' });
    const plan = { kind: 'at' as const, local: '2026-12-01T09:00', zone: LISBON };
    const [{ id } = { id: '' }] = scheduleMessage(desk, message, plan);
    expect(moveDeparture(desk, id, { kind: 'now' })).toMatchObject({ state: 'paused', pausedFor: 'review' });
  });

  it('is asked for where the words it is about come in while it is held', () => {
    const desk = withRules([review]);
    const { id, messageId } = send(desk, 'a@x.example', { text: 'harmless' });
    const edit = (text: string) => {
      const token = openForEditing(desk, id)!;
      editMessage(desk, messageId, { text });
      return closeEditing(desk, id, token, 'go-on');
    };
    expect(edit('still harmless')).toMatchObject({ state: 'held', heldBy: null });
    expect(edit('the bond')).toMatchObject({ state: 'paused', pausedFor: 'review' });
    // Once it has been looked at, it is not asked about the same again.
    approveDeparture(desk, id);
    expect(edit('the bond, as agreed')).toMatchObject({ state: 'held', due: desk.now() + 90_000 });
  });

  it('given in quiet hours, it leaves when they end', () => {
    const desk = withRules([review]);
    changeSettings(desk, { quietHours: { ...usualQuietHours, on: true } });
    const { id } = send(desk, 'a@x.example', { text: 'the bond' });
    goTo(desk, '2026-11-24T23:00');
    const { due } = approveDeparture(desk, id);
    expect(toLocal(due, LISBON)).toBe('2026-11-25T06:50:00');
  });
});

describe('quiet hours', () => {
  it('hold what is sent in them until they end, and say so', () => {
    const desk = quietly();
    goTo(desk, '2026-11-24T23:12');
    const departure = send(desk, 'a@x.example');
    expect(toLocal(departure.due, LISBON)).toBe('2026-11-25T06:50:00');
    expect(departure).toMatchObject({
      state: 'held',
      meant: departure.due,
      heldBy: { quiet: departure.due },
    });
    expect(readDeparture(desk, departure.id).whyThen).toBe('quiet hours');
  });

  it('where I choose so, what they held waits for a look in the morning', () => {
    const desk = quietly();
    changeSettings(desk, { quietHours: { ...usualQuietHours, on: true, after: 'waits' } });
    goTo(desk, '2026-11-24T23:12');
    const [early, late] = [send(desk, 'a@x.example'), send(desk, 'b@x.example')];
    expect(early).toMatchObject({ state: 'paused', pausedFor: 'review', reason: 'quiet hours' });
    // Looked at in the night, it leaves when they end all the same.
    expect(toLocal(approveDeparture(desk, early.id).due, LISBON)).toBe('2026-11-25T06:50:00');
    // The morning comes, and it still waits; then it has its usual hold.
    const morning = goTo(desk, '2026-11-25T09:00');
    expect(readDeparture(desk, late.id)).toMatchObject({
      state: 'paused',
      whyThen: 'quiet hours',
    });
    expect(approveDeparture(desk, late.id)).toMatchObject({ state: 'held', due: morning + 90_000 });
  });

  it('end by the clock on the wall in the night in which it changes', () => {
    const desk = quietly();
    const now = goTo(desk, '2027-03-27T22:50');
    const { due } = send(desk, 'a@x.example');
    expect(toLocal(due, LISBON)).toBe('2027-03-28T06:50:00');
    expect(due - now).toBe(7 * 3_600_000);
  });

  it('leave alone what has a moment of its own', () => {
    const desk = quietly();
    goTo(desk, '2026-11-24T22:00');
    const { id } = createDraft(desk, { to: ['a@x.example'], text: 'Hello' });
    const plan = { kind: 'at' as const, local: '2026-11-24T23:30', zone: LISBON };
    const [departure] = scheduleMessage(desk, id, plan);
    expect(toLocal(departure!.due, LISBON)).toBe('2026-11-24T23:30:00');
  });

  it('are set aside once, with a reason that is kept', () => {
    const desk = quietly();
    const now = goTo(desk, '2026-11-24T23:00');
    const departure = send(desk, 'a@x.example', { inSpite: 'the flight leaves at five' });
    expect(departure).toMatchObject({ due: now + 90_000, heldBy: null });
    const { history } = readMessage(desk, departure.messageId);
    expect(history.map(({ why }) => why)).toContain('in spite of quiet hours: the flight leaves at five');
  });

  it('hold on through an edit, a pause and a take-back', () => {
    const desk = quietly();
    goTo(desk, '2026-11-24T23:00');
    const { id, due, messageId } = send(desk, 'a@x.example');
    const token = openForEditing(desk, id);
    goTo(desk, '2026-11-24T23:10');
    closeEditing(desk, id, token, 'go-on');
    expect(toLocal(readDeparture(desk, id).due, LISBON)).toBe('2026-11-25T06:50:00');
    expect(readDeparture(desk, id).due).toBe(due);
    takeBack(desk, id);
    expect(scheduleMessage(desk, messageId, { kind: 'now' })[0]!.due).toBe(due);
  });
});

describe('a field of a template that nobody filled', () => {
  const draft = { to: ['a@x.example'], subject: 'Fees', text: 'The fee is {{fee}}.' };

  it('cannot be sent, unless the check is off', () => {
    const desk = withRules([]);
    const { id } = createDraft(desk, draft);
    expect(() => scheduleMessage(desk, id, { kind: 'now' })).toThrow('“fee” has no value for a@x.example');
    changeSettings(desk, { checksOff: ['placeholder'] });
    expect(scheduleMessage(desk, id, { kind: 'now' })[0]!.state).toBe('held');
  });

  it('that came in later is found when its moment has come; filled in, it goes', async () => {
    const desk = withRules([]);
    const { id } = createDraft(desk, { ...draft, text: 'The fee is 400 euro.' });
    const [departure] = scheduleMessage(desk, id, { kind: 'now' });
    const due = () => readDeparture(desk, departure!.id);
    editMessage(desk, id, { text: draft.text });
    goTo(desk, '2026-11-24T15:00');
    expect(await claimDeparture(desk, departure!.id)).toBeUndefined();
    expect(due()).toMatchObject({ state: 'paused', pausedFor: 'review' });
    expect(due().reason).toContain('“{{fee}}” is not filled');
    editMessage(desk, id, { text: 'The fee is 400 euro.' });
    releaseNow(desk, departure!.id);
    expect((await claimDeparture(desk, departure!.id))!.bytes.toString()).toContain('400 euro');
  });
});

describe('what a rule would have done', () => {
  it('with what was sent, as it was known then', () => {
    const desk = withRules((each) => [lenders(each)]);
    const ids = ['haruki', 'odhiambo', 'haruki'].map((name) => send(desk, `${name}@x.example`).id);
    // As the engine leaves them once they have gone.
    desk.store.write((tx) => {
      ids.forEach((id, index) =>
        tx.run(
          `update departures set state = 'sent', due = ${desk.now() + index}, left_at = ${desk.now() + index * 1000} where id = '${id}'`,
        ),
      );
      tx.run(`update deliveries set status = 'accepted'`);
    });
    const rule: HoldRule = { ...review, id: 'new', name: 'First', when: [{ kind: 'first-message' }] };
    const trials = tryRule(desk, rule);
    expect(trials.map(({ to }) => to[0]!.address.split('@')[0])).toEqual(['haruki', 'odhiambo', 'haruki']);
    expect(trials.every(({ hold }) => hold.review)).toBe(true);
    expect(trials[1]).toMatchObject({ why: 'to Odhiambo for the first time', earlier: null });
    expect(trials[2]).toMatchObject({ earlier: 'Lenders wait' });
  });
});

it('one that waits for a look is not set going by a mere “go on” of something else', () => {
  const desk = withRules([review]);
  const { id } = send(desk, 'a@x.example', { text: 'the bond' });
  expect(resumeDeparture(desk, id)).toMatchObject({ state: 'held', due: desk.now() + 90_000 });
});
