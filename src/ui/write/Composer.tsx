'use client';
/** Writing one message: new, taken back, or pending. */
import { useQueryClient } from '@tanstack/react-query';
import type { InputRef } from 'antd';
import type { TextAreaRef } from 'antd/es/input/TextArea';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { DepartureJson, MessageJson } from '../../api/types';
import type { Move } from '../../core/checks/finding';
import { usualHold } from '../../core/hold/decide';
import { addressKey, groupName, parseMailbox } from '../../core/message/address';
import { UNSETTLED_STATES } from '../../core/departure/states';
import { copiesOf, usualChoices, type Choices, type Landing, type Plan } from '../../core/plan/plan';
import { proposeTime } from '../../core/plan/proposal';
import { isLocal, toInstant } from '../../core/time/wallClock';
import { useWords, type Words } from '../common/format';
import { ApiProblem, ask } from '../data/client';
import { refresh, useCorrespondents, useSettings } from '../data/queries';
import { useNow } from '../data/useNow';
import { useDepartureActions } from '../departures/useDepartureActions';
import { useCommand } from '../shell/commands';
import { useNotices } from '../shell/Notices';
import { ConflictPanel } from './ConflictPanel';
import { recallCursor, rememberCursor } from './cursor';
import { Findings } from './Findings';
import { MessageFields } from './MessageFields';
import type { Lands } from '../moment/DayStrips';
import { MomentPanel } from '../moment/MomentPanel';
import { useMoment } from '../moment/useMoment';
import { PendingBar } from './PendingBar';
import { HoldLine } from './HoldLine';
import { primaryWords } from './primaryWords';
import { SummaryBar } from './SummaryBar';
import { isAddress, isRecipient, useDraft, type DraftFields, type SaveState } from './useDraft';
import { useLease } from './useLease';
import type { NearZone } from './ZonePicker';
import styles from './Composer.module.css';

interface Props {
  initial: DraftFields;
  /** The message on the server; undefined for one not kept yet. */
  message: MessageJson | undefined;
  /** The departure under way, where it is pending. */
  departure: DepartureJson | undefined;
  answers: string | undefined;
}

const SAVE_WORDS: Record<SaveState, string> = {
  clean: '',
  dirty: 'Not saved yet',
  saving: 'Saving…',
  saved: 'Draft saved',
  failed: 'Not saved',
  conflict: 'Not saved: two versions',
};

/** Kept, and yet it does not leave before the person says so. */
const PENDING_WORDS: Record<SaveState, string> = { ...SAVE_WORDS, saved: 'Kept, not let go yet' };

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

const isPast = (plan: Plan, now: number) =>
  plan.kind === 'at' && isLocal(plan.local) && toInstant(plan.local, plan.zone).at <= now;

/** The plan a draft had, unless its moment is past by now. */
const planToCome = (plan: Plan | null | undefined, now: number): Plan =>
  plan && !isPast(plan, now) ? plan : { kind: 'now' };

const choicesOf = ({ copyFor, ifTheyWriteFirst, ifOff }: DepartureJson): Choices => ({
  copies: copyFor === null ? 'together' : 'individual',
  ...{ ifTheyWriteFirst, ifOff },
});

/** The departures of the message that are still to leave: one, or several copies. */
const copiesUnderWay = (message: MessageJson, departure: DepartureJson): DepartureJson[] =>
  departure.copyFor === null
    ? [departure]
    : message.departures.filter(({ state }) => UNSETTLED_STATES.includes(state));

/** Every landing of some departures. */
const landsOf = (
  departures: readonly { at: string; recipients: (Landing & { name?: string })[] }[],
  nameOf?: (address: string) => string,
): Lands[] =>
  departures.flatMap(({ at, recipients }) =>
    recipients.map((each) => ({ ...each, at, name: each.name || nameOf?.(each.address) || each.address })),
  );

/** What is to be said of a departure that keeps its plan. */
function keptSentence(
  departure: DepartureJson,
  copies: number,
  passed: boolean,
  changed: boolean,
  words: Words,
): string {
  if (departure.state === 'failed')
    return 'The mail server refused it. Change what is wrong, then try again.';
  // Closed without a change it goes on; a change waits for the word that it may go.
  const goesOn = departure.pausedFor === 'editing' && !changed ? 'save or close' : 'save';
  const it = copies > 1 ? `The first of ${copies} copies` : 'It';
  if (departure.holdLeft !== null) return `Its hold stands still, and runs on once you ${goesOn}.`;
  if (passed) return `Its moment, ${words.moment(departure.meant)}, has passed. When is it to leave?`;
  if (departure.state === 'paused')
    return copies > 1
      ? `${copies} copies stand still; the first leaves ${words.moment(departure.at)} your time once you ${goesOn}.`
      : `It stands still, and leaves ${words.moment(departure.at)} your time once you ${goesOn}.`;
  const leaves = departure.state === 'held' ? 'Held, leaves' : copies > 1 ? `${it} leaves` : 'Leaves';
  return `${leaves} ${words.moment(departure.at)} your time.`;
}

export function Composer({ initial, message, departure, answers }: Props) {
  const router = useRouter();
  const client = useQueryClient();
  const settings = useSettings();
  const words = useWords();
  const { show, showProblem } = useNotices();
  const actions = useDepartureActions();
  const people = useCorrespondents().data;
  const minute = useNow(60_000);
  const subject = useRef<InputRef>(null);
  const text = useRef<TextAreaRef>(null);
  const busy = useRef(false);
  const [planProblem, setPlanProblem] = useState<ApiProblem | null>(null);

  const keepAddress = useCallback((id: string) => window.history.replaceState(null, '', `/write/${id}`), []);
  // What stands still may be saved as it is typed; what would leave by itself stands still once the lease is there.
  const still = !departure || ['paused', 'failed'].includes(departure.state);
  const draft = useDraft(initial, message, still, answers, keepAddress);
  const lease = useLease(
    departure,
    () => refresh(client, ['departure']),
    draft.flush,
    (left) => {
      refresh(client, ['departure', 'message']);
      if (left.pausedFor === 'left-open') {
        const act = () => void actions.resume(left);
        show({
          words: 'It was changed and not let go, so it stays paused.',
          undo: { label: 'Let it go on', act },
        });
      }
    },
  );
  const { fields, change } = draft;

  const recipients = useMemo(
    () =>
      [...fields.to, ...fields.cc, ...fields.bcc]
        .filter(isRecipient)
        .map((each) => (groupName(each) === undefined ? parseMailbox(each).address : each)),
    [fields.to, fields.cc, fields.bcc],
  );
  const [begin] = useState(() => ({
    plan: departure?.plan ?? planToCome(message?.plan, minute),
    choices: departure ? choicesOf(departure) : usualChoices,
  }));
  /** Why quiet hours are set aside for this one. */
  const [inSpite, setInSpite] = useState<string | null>(null);
  const moment = useMoment({
    ...{ ...begin, recipients, minute },
    ...{ message: draft.kept, inSpiteOfQuiet: inSpite !== null },
  });
  const { plan, choices, preview, readable } = moment;
  const planChanged = departure !== undefined && !same(plan, departure.plan);
  const choicesChanged = departure !== undefined && !same(choices, choicesOf(departure));
  const copies = departure ? copiesUnderWay(message!, departure) : [];
  const passed =
    departure !== undefined &&
    departure.attempts === 0 &&
    (planChanged || departure.holdLeft === null) &&
    (plan.kind === 'each-local' && !planChanged
      ? copies.some((copy) => Date.parse(copy.meant) <= minute)
      : isPast(plan, minute));

  const near = useMemo(() => {
    const list: NearZone[] = [];
    for (const address of recipients) {
      const person = people?.find((each) => each.addresses.includes(addressKey(address)));
      if (person?.zone && !list.some(({ zone }) => zone === person.zone)) {
        list.push({ zone: person.zone, whose: person.name, place: person.place ?? undefined });
      }
    }
    if (!list.some(({ zone }) => zone === settings.zone)) list.push({ zone: settings.zone, whose: 'you' });
    return list;
  }, [recipients, people, settings.zone]);
  /** The name that stands before an address in the fields; empty where there is none. */
  const typedName = (address: string) =>
    [...fields.to, ...fields.cc, ...fields.bcc]
      .filter(isAddress)
      .map((each) => parseMailbox(each))
      .find((each) => addressKey(each.address) === addressKey(address))?.name ?? '';
  const nameOf = (address: string) =>
    people?.find((each) => each.addresses.includes(addressKey(address)))?.name ?? address;

  const mailboxes = (list: readonly string[]) => list.filter(isAddress).map((each) => parseMailbox(each));
  const checked = useMemo(
    () => ({
      subject: fields.subject,
      text: fields.text,
      visible: mailboxes([...fields.to, ...fields.cc]),
      bcc: mailboxes(fields.bcc),
      individual: copiesOf(plan, choices.copies) === 'individual',
    }),
    [fields, plan, choices.copies],
  );
  /** What a finding offers beside other words. */
  function takeWayOut({ add, remove, copies: wanted }: Move) {
    if (wanted) moment.setChoices({ ...choices, copies: wanted });
    const gone = (each: string) => remove && isAddress(each) && parseMailbox(each).address === remove;
    const field = (['to', 'cc', 'bcc'] as const).find((name) => fields[name].some(gone));
    // In the place of the one it replaces; somebody more is copied.
    if (field) change({ [field]: fields[field].map((each) => (gone(each) && add ? add : each)) });
    else if (add) change({ cc: [...fields.cc, add] });
  }

  const planned = preview.data?.departures ?? [];
  const warnings = [...(preview.data?.warnings ?? []), ...planned.flatMap((each) => each.warnings)];
  // A pending departure that keeps its plan keeps its moment: a hold does not begin anew.
  const keepsMoment = departure !== undefined && !planChanged;
  const holdLeft = keepsMoment ? (departure.holdLeft ?? undefined) : undefined;
  const leaves = departure && words.moment(departure.at);
  const sentence = keepsMoment
    ? keptSentence(departure, copies.length, passed, draft.state !== 'clean', words)
    : preview.data?.sentence;
  const lands = keepsMoment ? landsOf(copies) : landsOf(planned, nameOf);
  const hold = preview.data?.hold ?? { ...usualHold(settings.holdSeconds), quiet: null };
  const primary = primaryWords({
    ...{ plan, hold },
    quiet: hold.quiet ? words.moment(hold.quiet) : undefined,
    stillLeaves: keepsMoment ? leaves : undefined,
    holdLeft,
    movedTo: departure && planned[0] && words.moment(planned[0].at),
    copies: departure ? copies.length : planned.length,
    failed: departure?.state === 'failed' && keepsMoment,
  });

  useEffect(() => {
    const cursor = message && recallCursor(message.id);
    if (!cursor) return;
    const target =
      cursor.field === 'subject' ? subject.current?.input : text.current?.resizableTextArea?.textArea;
    target?.focus();
    target?.setSelectionRange(cursor.from, cursor.to);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once, on opening
  }, []);

  function refused(error: unknown) {
    const problem = error as ApiProblem;
    if (
      problem instanceof ApiProblem &&
      (problem.at('plan') || problem.at('to') || problem.at('text') || problem.at('from'))
    ) {
      return setPlanProblem(problem);
    }
    showProblem(error);
  }

  async function commit(then: 'go-on' | 'pause' = 'go-on') {
    if (busy.current || !readable || draft.conflict) return;
    busy.current = true;
    setPlanProblem(null);
    try {
      if (departure) await savePending(departure, then);
      else await schedule();
    } catch (error) {
      refused(error);
    } finally {
      busy.current = false;
      refresh(client, ['departure', 'message']);
    }
  }

  async function schedule() {
    const meant = await moment.settle();
    const { id, revision } = await draft.save();
    rememberCursor(id, subject.current?.input ?? null, text.current?.resizableTextArea?.textArea ?? null);
    const answer = await ask<{ departures: DepartureJson[] }>(
      'POST',
      `/messages/${id}/schedule`,
      { ...choices, plan: meant, ...(meant.kind === 'now' && inSpite && { inSpiteOfQuiet: inSpite }) },
      revision,
    );
    const [made] = answer.departures;
    refresh(client, ['departure', 'message']);
    if (meant.kind === 'now' && made!.state === 'held' && !made!.quiet) {
      router.push(`/inbox?held=${made!.id}`);
      return;
    }
    const count = answer.departures.length;
    show({
      words: made!.quiet
        ? `Held by quiet hours: leaves ${words.moment(made!.at)}.`
        : made!.state === 'paused'
          ? `It waits until you have looked: ${made!.reason}.`
          : count > 1
            ? `Scheduled in ${count} copies: the first leaves ${words.moment(made!.at)}.`
            : `Scheduled: leaves ${words.moment(made!.at)}.`,
      undo: { label: 'Undo', act: () => void actions.takeBack(made!, 'all') },
    });
    router.push(`/departures?row=${made!.id}`);
  }

  /** A moment that has passed cannot be kept: the person is asked, and nothing is changed. */
  function askForMoment() {
    const detail = 'Its moment has passed meanwhile. Choose Now or another time, or save and pause.';
    setPlanProblem(new ApiProblem(409, detail, [{ path: 'plan.local', detail }]));
  }

  async function savePending(pending: DepartureJson, then: 'go-on' | 'pause') {
    const meant = await moment.settle();
    const changed = !same(meant, pending.plan);
    await draft.save();
    if (then === 'go-on' && (changed ? isPast(meant, minute) : passed)) return askForMoment();
    const path = `/departures/${pending.id}`;
    const { ifTheyWriteFirst, ifOff } = choices;
    const patch = {
      ...(changed && { plan: meant }),
      ...(choicesChanged && { ifTheyWriteFirst, ifOff }),
      copies: 'all',
    };
    let now = changed || choicesChanged ? await ask<DepartureJson>('PATCH', path, patch, '*') : pending;
    if (lease.held) now = await lease.close(then);
    else if (then === 'pause') now = await ask<DepartureJson>('POST', `${path}/pause`);
    else if (now.state === 'failed') now = await ask<DepartureJson>('POST', `${path}/retry`);
    else if (now.state === 'paused') now = await ask<DepartureJson>('POST', `${path}/resume`);
    const went =
      now.state === 'held' ? `held until ${words.exact(now.at)}` : `leaves ${words.moment(now.at)}`;
    show({
      words: now.state === 'paused' ? 'Saved and paused: it leaves when you say so.' : `Saved: ${went}.`,
    });
    router.push(`/departures?row=${pending.id}`);
  }

  useCommand('KeyT', departure && (() => void actions.takeBack(departure, 'all')));
  const problem = planProblem ?? draft.problem ?? (preview.error as ApiProblem | null);

  return (
    <form
      className={styles.page}
      onSubmit={(event) => {
        event.preventDefault();
        void commit();
      }}
      onKeyDown={(event) => {
        if (event.key !== 'Enter') return;
        const meant = event.ctrlKey || event.metaKey;
        // Enter in a one-line field must not send the message.
        if (meant || event.target instanceof HTMLInputElement) event.preventDefault();
        if (meant) void commit();
      }}
    >
      <h1 className="unseen">{departure ? 'A pending message' : 'Write'}</h1>
      {departure && <PendingBar departure={departure} message={message!} lease={lease} actions={actions} />}
      {draft.conflict && (
        <ConflictPanel
          here={fields}
          there={draft.conflict}
          onChosen={(which) => void draft.choose(which).catch(showProblem)}
        />
      )}
      <div className={styles.columns}>
        <MessageFields
          {...{ fields, change, problem, subject, text }}
          begin={message ? undefined : answers ? 'text' : 'to'}
        >
          <Findings
            message={checked}
            lands={lands}
            onText={(words) => change({ text: words })}
            onMove={takeWayOut}
          />
        </MessageFields>
        <MomentPanel
          plan={plan}
          hold={departure ? undefined : <HoldLine hold={hold} inSpite={inSpite} onInSpite={setInSpite} />}
          onChange={(next) => {
            setPlanProblem(null);
            moment.setPlan(next);
          }}
          choices={choices}
          onChoices={moment.setChoices}
          phrase={moment.phrase}
          suggestions={moment.suggestions}
          proposal={plan.kind === 'at' ? plan : proposeTime(minute, near[0]!.zone)}
          near={near}
          recipients={recipients}
          lands={lands}
          pending={departure && { copies: departure.copyFor !== null }}
        />
      </div>
      <SummaryBar
        sentence={readable ? sentence : 'When is it to leave? Mend the date or the time first.'}
        warnings={keepsMoment || !readable ? [] : warnings}
        onFix={moment.setPlan}
        nameOf={typedName}
        problem={problem?.message}
        saved={departure ? PENDING_WORDS[draft.state] : SAVE_WORDS[draft.state]}
        primary={primary}
        second={
          departure && departure.state !== 'failed'
            ? { label: 'Save and pause', act: () => void commit('pause') }
            : undefined
        }
      />
    </form>
  );
}
