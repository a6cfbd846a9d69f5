'use client';
/** Writing one message: new, taken back, or pending. */
import { useQueryClient } from '@tanstack/react-query';
import { Button, Input, type InputRef } from 'antd';
import type { TextAreaRef } from 'antd/es/input/TextArea';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { DepartureJson, MessageJson } from '../../api/types';
import { addressKey, parseMailbox } from '../../core/message/address';
import type { Plan } from '../../core/plan/plan';
import { proposeTime } from '../../core/plan/proposal';
import { isLocal, toInstant } from '../../core/time/wallClock';
import { useWords } from '../common/format';
import { ApiProblem, ask } from '../data/client';
import { refresh, useCorrespondents, usePreview, useSettings } from '../data/queries';
import { useNow } from '../data/useNow';
import { useDepartureActions } from '../departures/useDepartureActions';
import { useCommand } from '../shell/commands';
import { useNotices } from '../shell/Notices';
import { recallCursor, rememberCursor } from './cursor';
import { MomentPanel } from './MomentPanel';
import { PendingBar } from './PendingBar';
import { primaryWords } from './primaryWords';
import { RecipientField } from './RecipientField';
import { SummaryBar } from './SummaryBar';
import { isAddress, useDraft, type DraftFields, type SaveState } from './useDraft';
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
};

/** What is pending changes only when the person says so. */
const PENDING_WORDS: Record<SaveState, string> = { ...SAVE_WORDS, dirty: 'Changed, not saved', saved: '' };

/** The plan a draft had, unless its moment is past by now. */
function planToCome(plan: Plan | null | undefined, now: number): Plan {
  const past = plan?.kind === 'at' && toInstant(plan.local, plan.zone).at <= now;
  return plan && !past ? plan : { kind: 'now' };
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
  const [copies, setCopies] = useState(initial.cc.length + initial.bcc.length > 0);
  const [planProblem, setPlanProblem] = useState<ApiProblem | null>(null);

  const keepAddress = useCallback((id: string) => window.history.replaceState(null, '', `/write/${id}`), []);
  const draft = useDraft(initial, message, !departure, answers, keepAddress);
  const { fields, change } = draft;

  const [plan, setPlan] = useState<Plan>(() => departure?.plan ?? planToCome(message?.plan, minute));
  const planChanged = departure !== undefined && plan !== departure.plan;

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
  const leaves = departure && (departure.state === 'held' ? words.precise : words.moment)(departure.at);
  const sentence = keepsMoment
    ? `${departure.state === 'held' ? 'Held, leaves' : 'Leaves'} ${leaves} your time.`
    : preview.data?.sentence;
  const primary = primaryWords({
    plan,
    holdSeconds: settings.holdSeconds,
    stillLeaves: keepsMoment ? leaves : undefined,
    movedTo: departure && planned && words.moment(planned.at),
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

  async function commit() {
    if (busy.current || !readable) return;
    busy.current = true;
    setPlanProblem(null);
    try {
      if (departure) await savePending(departure);
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

  async function savePending(pending: DepartureJson) {
    await draft.save();
    if (planChanged) await ask('PATCH', `/departures/${pending.id}`, { plan });
    show({ words: planChanged ? 'Saved, with its new moment.' : 'Saved. Its moment stays.' });
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
      {departure && <PendingBar departure={departure} message={message!} actions={actions} />}
      <div className={styles.columns}>
        <section className={`pane ${styles.message}`} aria-label="Message">
          <div className={styles.row}>
            <span className={styles.label}>From</span>
            {settings.me.address ? (
              <span>
                {settings.me.name} · {settings.me.address}
              </span>
            ) : (
              <a href="/settings">Tell Oak Lantern your address first</a>
            )}
          </div>
          <div className={styles.row}>
            <label className={styles.label} htmlFor="to">
              To
            </label>
            <RecipientField
              id="to"
              label="To"
              value={fields.to}
              problem={problem?.at('to')}
              autoFocus={!message && !answers}
              onChange={(to) => change({ to })}
            />
            {!copies && (
              <Button type="text" size="small" onClick={() => setCopies(true)}>
                Cc, Bcc
              </Button>
            )}
          </div>
          {copies &&
            (['cc', 'bcc'] as const).map((field) => (
              <div className={styles.row} key={field}>
                <label className={styles.label} htmlFor={field}>
                  {field === 'cc' ? 'Cc' : 'Bcc'}
                </label>
                <RecipientField
                  id={field}
                  label={field === 'cc' ? 'Cc' : 'Bcc'}
                  value={fields[field]}
                  problem={problem?.at(field)}
                  onChange={(list) => change({ [field]: list })}
                />
              </div>
            ))}
          <div className={styles.row}>
            <label className={styles.label} htmlFor="subject">
              Subject
            </label>
            <Input
              id="subject"
              ref={subject}
              variant="borderless"
              className={styles.subject}
              value={fields.subject}
              maxLength={500}
              onChange={(event) => change({ subject: event.target.value })}
            />
          </div>
          <Input.TextArea
            ref={text}
            aria-label="Text"
            variant="borderless"
            className={styles.text}
            value={fields.text}
            autoFocus={Boolean(answers) && !message}
            onChange={(event) => change({ text: event.target.value })}
          />
        </section>
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
      />
    </form>
  );
}
