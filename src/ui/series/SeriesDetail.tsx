'use client';
/** One series: its occurrences with what can be done to each, the look each waits for, own fields, what was missed. */
import { Button, Input, InputNumber, Select } from 'antd';
import Link from 'next/link';
import { useId, useState } from 'react';
import type { SeriesJson } from '#api/types';
import { toLocal } from '#core/time/wallClock';
import { dayOf } from '#core/time/words';
import { DayField, isDate } from '../common/DayField';
import { useWords } from '../common/format';
import { useSettings } from '../data/queries';
import { repeatPath } from '../shell/views';
import { RowButton } from '../common/RowParts';
import own from './Series.module.css';
import { WholeActions } from './WholeActions';
import type { Occurrence, SeriesActions } from './useSeriesActions';

interface Props {
  series: SeriesJson;
  actions: SeriesActions;
}

const STATES: Record<Occurrence['departures'][number]['state'], string> = {
  draft: 'taken back',
  held: 'held',
  scheduled: 'planned',
  paused: 'paused',
  releasing: 'leaving',
  sent: 'left',
  failed: 'refused',
  unconfirmed: 'unconfirmed',
  ended: 'not left',
};

function stateOf({ departures, differs }: Occurrence): string {
  const [first] = departures;
  const words =
    first!.pausedFor === 'review'
      ? 'waits for a look'
      : first!.pausedFor === 'late'
        ? 'late, asks'
        : STATES[first!.state];
  const copies = departures.length > 1 ? `, ${departures.length} copies` : '';
  return `${words}${copies}${differs && first!.state !== 'sent' ? ', differs' : ''}`;
}

function OccurrenceRow({ each, series, actions }: Props & { each: Occurrence }) {
  const words = useWords();
  const [first] = each.departures;
  const when = words.moment(each.at);
  const left = first!.state === 'sent' || first!.state === 'releasing';
  return (
    <li className={own.occurrence} data-state={first!.state}>
      <span className={own.when}>{when}</span>
      <span className={own.state} data-waiting={first!.pausedFor === 'review'}>
        {stateOf(each)}
      </span>
      <span className={own.acts}>
        {left ? (
          <Link href={`/departures/${first!.id}`} aria-label={`See what left ${when}`}>
            See
          </Link>
        ) : (
          <>
            {first!.pausedFor === 'review' && (
              <RowButton
                strong
                onClick={() => void actions.approve(series, each)}
                aria-label={`Approve that of ${when}`}
              >
                Approve
              </RowButton>
            )}
            <Link href={`/write/${first!.messageId}`} aria-label={`Edit this one, of ${when}`}>
              Edit this one
            </Link>
            <RowButton
              onClick={() => void actions.editFrom(series, each)}
              aria-label={`And following: edit that of ${when} and all after it`}
            >
              And following
            </RowButton>
            <RowButton
              onClick={() => void actions.skipOne(series, each, true)}
              aria-label={`Skip that of ${when}`}
            >
              Skip
            </RowButton>
          </>
        )}
      </span>
    </li>
  );
}

const OTHERWISE = [
  { value: 'wait' as const, label: 'it waits on' },
  { value: 'skip' as const, label: 'it is left out' },
  { value: 'go' as const, label: 'it goes as it is' },
];

function ReviewFields({ series, actions }: Props) {
  const id = useId();
  const { review } = series;
  const put = (next: SeriesJson['review']) =>
    void actions.change(
      series,
      { review: next },
      next ? 'Each waits for your look first.' : 'Each leaves by itself.',
    );
  return (
    <div className={own.fields}>
      <label htmlFor={id}>Before each leaves</label>
      <Select
        id={id}
        size="small"
        aria-label="Before each leaves"
        value={review === null ? 'no' : 'look'}
        onChange={(value) => put(value === 'no' ? null : { minutes: 1440, otherwise: 'wait' })}
        options={[
          { value: 'no', label: 'no look is needed' },
          { value: 'look', label: 'it waits for my look' },
        ]}
      />
      {review && (
        <>
          <label htmlFor={`${id}when`}>Told, hours before</label>
          <InputNumber
            id={`${id}when`}
            size="small"
            min={0}
            max={720}
            value={review.minutes / 60}
            onChange={(hours) => hours !== null && put({ ...review, minutes: Math.round(hours * 60) })}
          />
          <label htmlFor={`${id}else`}>Not approved by then</label>
          <Select
            id={`${id}else`}
            size="small"
            aria-label="Not approved by then"
            value={review.otherwise}
            onChange={(otherwise) => put({ ...review, otherwise })}
            options={OTHERWISE}
          />
        </>
      )}
    </div>
  );
}

/** Over the holidays, say: all that would leave on these days. */
function SpanFields({ series, actions }: Props) {
  const id = useId();
  const today = dayOf(toLocal(useWords().now, useSettings().zone));
  const [from, setFrom] = useState(today);
  const [until, setUntil] = useState(today);
  const whole = isDate(from) && isDate(until) && from <= until;
  return (
    <details className={own.skip}>
      <summary>Skip a span of days</summary>
      <form
        className={own.span}
        onSubmit={(event) => {
          event.preventDefault();
          if (whole) void actions.skip(series, { from, until });
        }}
      >
        <DayField id={`${id}from`} label="From" value={from} onChange={setFrom} />
        <DayField id={`${id}until`} label="To, that day too" value={until} onChange={setUntil} />
        <Button htmlType="submit" disabled={!whole}>
          Skip these
        </Button>
      </form>
    </details>
  );
}

/** Values of own fields: what is usual, and what is another for an occurrence. */
function OwnFields({ series, actions }: Props) {
  const words = useWords();
  const coming = series.occurrences.filter(
    ({ departures }) => !['sent', 'ended'].includes(departures[0]!.state),
  );
  const keep = (name: string, occurrence: string, value: string) => {
    const before = series.fields[name] ?? {};
    if ((before[occurrence] ?? '') === value) return;
    const fields = { ...series.fields, [name]: { ...before, [occurrence]: value } };
    void actions.change(series, { fields }, `{{${name}}} is kept.`);
  };
  if (series.fieldNames.length === 0) return null;
  return (
    <section aria-label="Own fields">
      <h3>Own fields</h3>
      {series.fieldNames.map((name) => (
        <div key={name} className={own.fields}>
          {[
            { occurrence: '', label: `{{${name}}}, usually` },
            ...coming.map(({ occurrence, at }) => ({ occurrence, label: words.moment(at) })),
          ].map(({ occurrence, label }) => (
            <label key={occurrence} className={own.field}>
              <span>{label}</span>
              <Input
                size="small"
                aria-label={occurrence === '' ? label : `{{${name}}} of ${label}`}
                defaultValue={series.fields[name]?.[occurrence] ?? ''}
                placeholder={
                  occurrence === '' ? 'not filled: it stops and says so' : (series.fields[name]?.[''] ?? '')
                }
                onBlur={({ target }) => keep(name, occurrence, target.value)}
              />
            </label>
          ))}
        </div>
      ))}
    </section>
  );
}

export function SeriesDetail({ series, actions }: Props) {
  const words = useWords();
  const { missed, occurrences, messageId, name, state } = series;
  const idle = missed.filter(({ why }) => !why);
  const unsent = missed.filter(({ why }) => why);
  return (
    <aside className={`pane ${own.detail}`} aria-label={`Series “${name}”`}>
      <div className={own.head}>
        <h2 className="unseen">{name || '(no subject)'}</h2>
        <Input
          key={name}
          variant="borderless"
          className={own.name}
          aria-label="Name of the series"
          defaultValue={name}
          maxLength={200}
          dir="auto"
          onPressEnter={({ currentTarget }) => currentTarget.blur()}
          onBlur={({ target }) => {
            const next = target.value.trim();
            if (next !== name)
              void actions.change(series, { name: next }, `It is called “${next || series.subject}” now.`);
          }}
        />
        <span className={own.links}>
          {state !== 'ended' && <Link href={`/write/${messageId}`}>Edit all</Link>}{' '}
          <Link href={repeatPath(messageId)}>Duplicate</Link>
        </span>
      </div>
      <p className="quiet">
        Repeats {series.words}. {series.left > 0 ? `${series.left} have left` : 'None has left yet'}
        {series.toCome !== null && state !== 'ended' ? `, ${series.toCome} to come.` : '.'}
      </p>
      <div className={own.whole}>
        <WholeActions series={series} actions={actions} />
      </div>
      {idle.length > 0 && (
        <p role="note">
          {idle.length === 1 ? 'One did' : `${idle.length} did`} not leave, since nothing was running: the
          last of them was due {words.moment(idle.at(-1)!.at)}.
        </p>
      )}
      {unsent.length > 0 && (
        <p role="note">
          {unsent.length === 1 ? 'One was' : `${unsent.length} were`} left out, the last of{' '}
          {words.moment(unsent.at(-1)!.at)}: {unsent.at(-1)!.why}
        </p>
      )}
      <ol className={own.occurrences} aria-label="Occurrences">
        {occurrences.map((each) => (
          <OccurrenceRow key={each.occurrence} each={each} series={series} actions={actions} />
        ))}
      </ol>
      {state !== 'ended' && (
        <>
          <SpanFields series={series} actions={actions} />
          <ReviewFields series={series} actions={actions} />
          <OwnFields series={series} actions={actions} />
        </>
      )}
    </aside>
  );
}
