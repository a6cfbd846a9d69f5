'use client';
/** Writing one message: new, taken back, or pending. */
import { useQueryClient } from '@tanstack/react-query';
import type { InputRef } from 'antd';
import type { TextAreaRef } from 'antd/es/input/TextArea';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { DepartureJson, MessageJson } from '../../api/types';
import { addressKey, parseMailbox } from '../../core/message/address';
import type { Plan } from '../../core/plan/plan';
import { proposeTime } from '../../core/plan/proposal';
import { isLocal, toInstant } from '../../core/time/wallClock';
import { useWords, type Words } from '../common/format';
import { ApiProblem, ask } from '../data/client';
import { refresh, useCorrespondents, usePreview, useSettings } from '../data/queries';
import { useNow } from '../data/useNow';
import { useDepartureActions } from '../departures/useDepartureActions';
import { useCommand } from '../shell/commands';
import { useNotices } from '../shell/Notices';
import { ConflictPanel } from './ConflictPanel';
import { recallCursor, rememberCursor } from './cursor';
import { MessageFields } from './MessageFields';
import { MomentPanel } from './MomentPanel';
import { PendingBar } from './PendingBar';
import { primaryWords } from './primaryWords';
import { SummaryBar } from './SummaryBar';
import { isAddress, useDraft, type DraftFields, type SaveState } from './useDraft';
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

const isPast = (plan: Plan, now: number) =>
  plan.kind === 'at' && isLocal(plan.local) && toInstant(plan.local, plan.zone).at <= now;

/** The plan a draft had, unless its moment is past by now. */
const planToCome = (plan: Plan | null | undefined, now: number): Plan =>
  plan && !isPast(plan, now) ? plan : { kind: 'now' };

/** What is to be said of a departure that keeps its plan. */
function keptSentence(departure: DepartureJson, passed: boolean, changed: boolean, words: Words): string {
  if (departure.state === 'failed')
    return 'The mail server refused it. Change what is wrong, then try again.';
  // Closed without a change it goes on; a change waits for the word that it may go.
  const goesOn = departure.pausedFor === 'editing' && !changed ? 'save or close' : 'save';
  if (departure.holdLeft !== null) return `Its hold stands still, and runs on once you ${goesOn}.`;
  if (passed) return `Its moment, ${words.moment(departure.meant)}, has passed. When is it to leave?`;
  if (departure.state === 'paused')
    return `It stands still, and leaves ${words.moment(departure.at)} your time once you ${goesOn}.`;
  return `${departure.state === 'held' ? 'Held, leaves' : 'Leaves'} ${words.moment(departure.at)} your time.`;
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

  const [plan, setPlan] = useState<Plan>(() => departure?.plan ?? planToCome(message?.plan, minute));
  const planChanged = departure !== undefined && plan !== departure.plan;
  const passed =
    departure !== undefined &&
    departure.attempts === 0 &&
    (planChanged || departure.holdLeft === null) &&
    isPast(plan, minute);

  const addresses = useMemo(
    () =>
      [...fields.to, ...fields.cc, ...fields.bcc].filter(isAddress).map((each) => parseMailbox(each).address),
    [fields.to, fields.cc, fields.bcc],
  );
  const near = useMemo(() => {
    const list: NearZone[] = [];
    for (const address of addresses) {
      const person = people?.find((each) => each.addresses.includes(addressKey(address)));
      if (person?.zone && !list.some(({ zone }) => zone === person.zone)) {
        list.push({ zone: person.zone, whose: person.name, place: person.place ?? undefined });
      }
    }
    if (!list.some(({ zone }) => zone === settings.zone)) list.push({ zone: settings.zone, whose: 'you' });
    return list;
  }, [addresses, people, settings.zone]);
  const nameOf = (address: string) =>
    people?.find((each) => each.addresses.includes(addressKey(address)))?.name ?? address;

  const readable = plan.kind === 'now' || isLocal(plan.local);
  const preview = usePreview(readable ? plan : null, addresses, minute);
  const planned = preview.data?.departures[0];
  const warnings = [...(preview.data?.warnings ?? []), ...(planned?.warnings ?? [])];
  const serious = warnings.filter((warning) => warning.code !== 'unknown-zone');
  // A pending departure that keeps its plan keeps its moment: a hold does not begin anew.
  const keepsMoment = departure !== undefined && !planChanged;
  const holdLeft = keepsMoment ? (departure.holdLeft ?? undefined) : undefined;
  const leaves = departure && words.moment(departure.at);
  const sentence = keepsMoment
    ? keptSentence(departure, passed, draft.state !== 'clean', words)
    : preview.data?.sentence;
  const primary = primaryWords({
    plan,
    holdSeconds: settings.holdSeconds,
    stillLeaves: keepsMoment ? leaves : undefined,
    holdLeft,
    movedTo: departure && planned && words.moment(planned.at),
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
    const { id, revision } = await draft.save();
    rememberCursor(id, subject.current?.input ?? null, text.current?.resizableTextArea?.textArea ?? null);
    const answer = await ask<{ departures: DepartureJson[] }>(
      'POST',
      `/messages/${id}/schedule`,
      { plan },
      revision,
    );
    const [made] = answer.departures;
    refresh(client, ['departure', 'message']);
    if (plan.kind === 'now') {
      router.push(`/inbox?held=${made!.id}`);
      return;
    }
    show({
      words: `Scheduled: leaves ${words.moment(made!.at)}.`,
      undo: { label: 'Undo', act: () => void actions.takeBack(made!) },
    });
    router.push(`/departures?row=${made!.id}`);
  }

  /** A moment that has passed cannot be kept: the person is asked, and nothing is changed. */
  function askForMoment() {
    const detail = 'Its moment has passed meanwhile. Choose Now or another time, or save and pause.';
    setPlanProblem(new ApiProblem(409, detail, [{ path: 'plan.local', detail }]));
  }

  async function savePending(pending: DepartureJson, then: 'go-on' | 'pause') {
    await draft.save();
    if (then === 'go-on' && passed) return askForMoment();
    const path = `/departures/${pending.id}`;
    let now = planChanged ? await ask<DepartureJson>('PATCH', path, { plan }, '*') : pending;
    if (lease.held) now = await lease.close(then);
    else if (then === 'pause') now = await ask<DepartureJson>('POST', `${path}/pause`);
    else if (now.state === 'failed') now = await ask<DepartureJson>('POST', `${path}/retry`);
    else if (now.state === 'paused') now = await ask<DepartureJson>('POST', `${path}/resume`);
    const went =
      now.state === 'held' ? `held until ${words.precise(now.at)}` : `leaves ${words.moment(now.at)}`;
    show({
      words: now.state === 'paused' ? 'Saved and paused: it leaves when you say so.' : `Saved: ${went}.`,
    });
    router.push(`/departures?row=${pending.id}`);
  }

  useCommand('KeyT', departure && (() => void actions.takeBack(departure)));
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
        />
        <MomentPanel
          plan={plan}
          onChange={(next) => {
            setPlanProblem(null);
            setPlan(next);
          }}
          proposal={plan.kind === 'at' ? plan : proposeTime(minute, near[0]!.zone)}
          near={near}
          landing={keepsMoment ? departure : planned}
          nameOf={nameOf}
        />
      </div>
      <SummaryBar
        sentence={readable ? sentence : 'When is it to leave? Mend the date or the time first.'}
        warnings={keepsMoment || !readable ? [] : serious}
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
