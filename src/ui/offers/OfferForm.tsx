'use client';
/** Which times are offered: picked on the bands, in words, or suggested; for how long, where, and until when the offer holds. */
import { Button, Input, Select, type InputRef } from 'antd';
import { useEffect, useId, useRef, useState, type Ref } from 'react';
import type { QuestionJson, WatchJson } from '#api/types';
import {
  AGREEMENT_WORDS,
  AGREEMENTS,
  endOfSlot,
  keptOffer,
  lengthWords,
  PLACE_LENGTH,
  SLOTS,
  SUGGESTED,
  SUMMARY_LENGTH,
  USUAL_MINUTES,
  whyNoOffer,
  type Agreement,
} from '#core/offer/offer';
import { momentOf } from '#core/plan/kinds/onClocks';
import { timeOf } from '#core/plan/kinds/registry';
import { slotVerdict, type SlotVerdict } from '#core/offer/verdict';
import { dayNumberOf } from '#core/time/dayNumber';
import { plusDays } from '#core/time/dayParts';
import { toInstant, toLocal } from '#core/time/wallClock';
import { spanOn } from '#core/time/words';
import { useBegun } from '../common/begun';
import { useFirstFocus } from '../common/useFirstFocus';
import { useSettled } from '../common/useSettled';
import { suggestedTimes, useChoosing } from '../data/offers';
import { usePhrase, useSettings } from '../data/queries';
import { useNow } from '../data/useNow';
import { useAnnounce } from '../shell/Announcer';
import { useNotices } from '../shell/Notices';
import { deadlineOf, DurationFields, durationOf, type Duration } from '../watches/DurationFields';
import forms from '../questions/Questions.module.css';
import type { AskingHandle } from '../questions/useAsking';
import { useAskingForm } from '../questions/useAskingForm';
import { SHOWN_DAYS, SlotBands, STEP_MS } from './SlotBands';
import styles from './Offers.module.css';
import type { OfferBody } from './useOfferActions';

const LENGTHS = [15, 20, 30, 45, 60, 90, 120, 180, 240];
const TYPING_MS = 150;

interface Fields {
  summary: string;
  place: string;
  minutes: number;
  /** Epoch ms. */
  slots: readonly number[];
  agreement: Agreement;
  duration: Duration;
  /** How long answers are taken has been said here. */
  touched: boolean;
  /** As it was when this was unfolded. */
  seen: QuestionJson | undefined;
}

/** What is begun of it is kept under this name. */
export const offerBegun = (messageId: string) => `offer ${messageId}`;

interface Props {
  handle: Ref<AskingHandle>;
  /** The one there is. */
  question: QuestionJson | undefined;
  watch: WatchJson | undefined;
  messageId: string;
  recipients: string[];
  /** What it may be called. */
  subject: string;
  /** Times about this day are suggested as it unfolds, epoch ms. */
  around: number | undefined;
  /** @returns whether it is offered */
  put: (body: OfferBody, seen: QuestionJson | undefined) => Promise<boolean>;
  /** Folds it without keeping anything. */
  close: () => void;
}

export function OfferForm(props: Props) {
  const { handle, question, watch, messageId, recipients, subject, around, put, close } = props;
  const id = useId();
  const { zone, hourCycle } = useSettings();
  const now = useNow(60_000);
  const announce = useAnnounce();
  const { showProblem, show: notice } = useNotices();
  const first = useFirstFocus<InputRef>();
  const begun = useBegun(
    offerBegun(messageId),
    (): Fields => {
      const offer = question?.offer;
      return {
        summary: offer?.summary ?? subject,
        place: offer?.place ?? '',
        minutes: offer?.minutes ?? USUAL_MINUTES,
        slots: offer?.slots.map(({ at }) => Date.parse(at)) ?? [],
        agreement: offer?.agreement ?? 'each',
        duration: durationOf(watch) ?? { count: 2, unit: 'reader' },
        touched: false,
        seen: question,
      };
    },
    () =>
      notice({
        words:
          'The times you began to offer are not offered yet. They are here when you open the message again.',
      }),
  );
  const { summary, place, minutes, slots, agreement, duration, touched, seen } = begun.fields;
  const [problem, setProblem] = useState<{ field: string; words: string }>();
  const [text, setText] = useState('');
  const today = toLocal(now, zone).slice(0, 10);
  const [start, setStart] = useState(() =>
    around === undefined || around < now ? today : toLocal(around, zone).slice(0, 10),
  );
  const [cursor, setCursor] = useState(() => {
    const ten = toInstant(`${around === undefined ? plusDays(today, 1) : start}T10:00`, zone).at;
    return ten > now ? ten : Math.ceil(now / STEP_MS) * STEP_MS + STEP_MS;
  });

  const from = toInstant(`${start}T00:00`, zone).at;
  const until = toInstant(`${plusDays(start, SHOWN_DAYS)}T00:00`, zone).at;
  const { data: choosing } = useChoosing(recipients, from, until, messageId);
  const busy = (choosing?.busy ?? []).map((each) => ({
    at: Date.parse(each.at),
    until: Date.parse(each.until),
    summary: each.summary,
    offered: each.offered,
  }));
  const days = (choosing?.days ?? []).map((each) => ({
    ...each,
    parts: each.parts.map((part) => ({
      ...part,
      from: Date.parse(part.from),
      until: Date.parse(part.until),
    })),
  }));
  const shown = (at: number) => at >= from && at < until;
  const on = (at: number, clock: string) =>
    spanOn(at, endOfSlot({ minutes }, at), clock, toLocal(now, zone), hourCycle);
  const there = (at: number) =>
    days
      .slice(1)
      .filter((each) => each.zone !== zone)
      .map((each) => `${on(at, each.zone)} in ${each.place}`)
      .join('; ');
  /** As it was when it was last seen: other weeks are not read again for it. */
  const [seenVerdicts, setSeenVerdicts] = useState<ReadonlyMap<number, SlotVerdict>>(new Map());
  const verdict = (at: number): SlotVerdict | undefined =>
    shown(at) && choosing
      ? slotVerdict(at, endOfSlot({ minutes }, at), now, days, busy, hourCycle)
      : seenVerdicts.get(at);
  const saidOf = (at: number) =>
    [slots.includes(at) ? 'picked' : '', on(at, zone), there(at), verdict(at)?.words ?? '']
      .filter(Boolean)
      .join('; ');

  const choose = (next: readonly number[]) => {
    begun.change({ slots: [...next].sort((a, b) => a - b) });
    setProblem(undefined);
  };
  const move = (at: number) => {
    setCursor(at);
    // By whole weeks, however far it is.
    const away = dayNumberOf(toLocal(at, zone).slice(0, 10)) - dayNumberOf(start);
    setStart(plusDays(start, Math.floor(away / SHOWN_DAYS) * SHOWN_DAYS));
  };
  const toggle = (at: number) => {
    move(at);
    if (slots.includes(at)) {
      choose(slots.filter((each) => each !== at));
      announce(`Taken out: ${on(at, zone)}.`);
      return;
    }
    const refused =
      at <= now
        ? 'That time is past.'
        : slots.length >= SLOTS.most
          ? `At most ${SLOTS.most} times are offered.`
          : '';
    if (refused) {
      setProblem({ field: 'slots', words: refused });
      return;
    }
    choose([...slots, at]);
    const said = verdict(at);
    if (said) setSeenVerdicts((before) => new Map(before).set(at, said));
    announce(`Picked: ${[on(at, zone), said?.words].filter(Boolean).join(', ')}.`);
  };
  const suggest = async () => {
    try {
      const times = await suggestedTimes({
        recipients,
        minutes,
        count: SUGGESTED,
        message: messageId,
        from: start > today ? from : undefined,
      });
      if (times.length === 0) {
        setProblem({ field: 'slots', words: 'No time in two weeks from here suits all. Pick some by hand.' });
        return;
      }
      choose(times.map(({ at }) => Date.parse(at)));
      setSeenVerdicts(new Map(times.map((each) => [Date.parse(each.at), each])));
      const [soonest] = times;
      move(Date.parse(soonest!.at));
      announce(`Picked: ${times.map(({ here }) => here).join(', ')}.`);
    } catch (error) {
      showProblem(error);
    }
  };
  const suggested = useRef(slots.length > 0);
  useEffect(() => {
    if (around === undefined || suggested.current) return;
    suggested.current = true;
    void suggest();
  });

  const typed = useSettled(text, TYPING_MS);
  const read = usePhrase(typed, recipients, now).data;
  const known = typed === text ? read : undefined;
  const plan = known?.kind === 'understood' ? timeOf(known.readings[0]!.plan) : null;
  const meant = plan && momentOf(plan, plan.zone).at;
  const unread =
    known?.kind === 'not-understood'
      ? known.why
      : known?.kind === 'understood' && !plan
        ? 'That is no one moment: say a day and a time.'
        : '';
  const addWords = () => {
    if (meant === null) return;
    if (!slots.includes(meant)) toggle(meant);
    if (meant > now) setText('');
  };

  const submit = async (): Promise<boolean> => {
    const kept = keptOffer({ summary, place, minutes, agreement, slots });
    const why = whyNoOffer(kept, now, (at) => on(at, zone));
    setProblem(why);
    if (why) {
      if (why.field === 'summary') first.current?.focus();
      return false;
    }
    const deadline = touched || !seen ? deadlineOf(duration) : undefined;
    const body = { ...kept, slots: kept.slots.map((at) => new Date(at).toISOString()), deadline };
    return begun.keep(() => put(body, seen));
  };
  const leave = () => {
    begun.end();
    close();
  };
  const pressed = useAskingForm({ handle, isEmpty: slots.length === 0 && !seen, submit, close: leave });
  const atCursor = verdict(cursor);

  return (
    <div role="dialog" aria-labelledby={`${id}-title`} className={forms.form} onKeyDown={pressed}>
      <h3 id={`${id}-title`}>{question ? 'The times it offers' : 'Offer times'}</h3>
      <label htmlFor={`${id}-summary`}>What it is about</label>
      <Input
        id={`${id}-summary`}
        ref={first}
        dir="auto"
        maxLength={SUMMARY_LENGTH}
        value={summary}
        placeholder="Call about the lacquer panels"
        aria-invalid={problem?.field === 'summary'}
        onChange={(event) => {
          begun.change({ summary: event.target.value });
          setProblem(undefined);
        }}
      />
      <div className={styles.fields}>
        <span>
          <label htmlFor={`${id}-place`}>Where, or how</label>
          <Input
            id={`${id}-place`}
            size="small"
            dir="auto"
            maxLength={PLACE_LENGTH}
            value={place}
            placeholder="by telephone, gallery 3"
            onChange={(event) => begun.change({ place: event.target.value })}
          />
        </span>
        <span>
          <label htmlFor={`${id}-minutes`}>How long</label>
          <Select<number>
            id={`${id}-minutes`}
            size="small"
            style={{ width: '100%' }}
            value={minutes}
            onChange={(next) => {
              begun.change({ minutes: next });
              // What was seen of other weeks was of other lengths.
              setSeenVerdicts(new Map());
            }}
            options={[...new Set([...LENGTHS, minutes])]
              .sort((a, b) => a - b)
              .map((value) => ({ value, label: lengthWords(value) }))}
          />
        </span>
      </div>
      <div className={styles.weeks}>
        <Button size="small" onClick={() => void suggest()}>
          Suggest four
        </Button>
        <Button size="small" disabled={start <= today} onClick={() => setStart(plusDays(start, -SHOWN_DAYS))}>
          Earlier days
        </Button>
        <Button size="small" onClick={() => setStart(plusDays(start, SHOWN_DAYS))}>
          Later days
        </Button>
      </div>
      <SlotBands
        start={start}
        choosing={choosing}
        minutes={minutes}
        slots={slots}
        cursor={cursor}
        move={move}
        toggle={toggle}
        said={saidOf(cursor)}
      />
      <p className={styles.at} aria-hidden>
        <strong>{on(cursor, zone)}</strong>
        {there(cursor) && <span className="quiet">{there(cursor)}</span>}
        {atCursor && <span className={atCursor.good ? styles.good : styles.bad}>{atCursor.words}</span>}
      </p>
      <div className={styles.words}>
        <Input
          size="small"
          aria-label="A time in words"
          aria-describedby={`${id}-read`}
          value={text}
          placeholder="thu 15:00, or fri 9:00 in Osaka"
          maxLength={300}
          onChange={(event) => setText(event.target.value)}
          onPressEnter={(event) => {
            if (!event.ctrlKey && !event.metaKey) addWords();
          }}
        />
        <Button size="small" disabled={meant === null} onClick={addWords}>
          Add
        </Button>
      </div>
      <p id={`${id}-read`} className={styles.read} aria-live="polite">
        {text.trim() &&
          (meant === null ? unread : [on(meant, zone), there(meant)].filter(Boolean).join('; '))}
      </p>
      <ul className={styles.slots} aria-label="Times offered">
        {slots.map((at) => {
          const said = verdict(at);
          return (
            <li key={at}>
              <span>
                {on(at, zone)}{' '}
                {said && <span className={said.good ? styles.good : styles.bad}>{said.words}</span>}
                {there(at) && <small>{there(at)}</small>}
              </span>
              <Button
                size="small"
                type="text"
                aria-label={`Take out ${on(at, zone)}`}
                onClick={() => choose(slots.filter((each) => each !== at))}
              >
                Take out
              </Button>
            </li>
          );
        })}
      </ul>
      <div className={forms.options}>
        <div className={forms.option}>
          <label htmlFor={`${id}-count`}>It holds</label>
          <DurationFields
            id={`${id}-count`}
            value={duration}
            onChange={(next) => {
              begun.change({ duration: next, touched: true });
            }}
          />
        </div>
        {recipients.length > 1 && (
          <div className={forms.option}>
            <label htmlFor={`${id}-agreement`}>With several readers</label>
            <Select<Agreement>
              id={`${id}-agreement`}
              size="small"
              value={agreement}
              onChange={(next) => begun.change({ agreement: next })}
              options={AGREEMENTS.map((value) => ({ value, label: AGREEMENT_WORDS[value] }))}
            />
          </div>
        )}
      </div>
      {problem && (
        <p role="alert" className={forms.problem}>
          {problem.words}
        </p>
      )}
      <p className="quiet">
        Each reader has the times on their own clock and yours, and presses one. It stands in both calendars
        at once.
      </p>
      <p className={forms.acts}>
        <Button type="primary" ghost onClick={() => void submit()}>
          {question ? 'Keep the changes' : 'Offer these'}
        </Button>
        <Button type="text" onClick={leave}>
          Leave it
        </Button>
      </p>
    </div>
  );
}
