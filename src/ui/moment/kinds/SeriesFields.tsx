'use client';
/** How often, on which clock, until when, and what happens on days off; the rule as text beside it. */
import { Checkbox, Input, InputNumber, Select } from 'antd';
import { useId, useState } from 'react';
import type { SeriesPlan } from '#core/plan/kinds/series/plan';
import { EACH } from '#core/plan/kinds/series/plan';
import type { DayShift } from '#core/recurrence/series';
import { readRule } from '#core/recurrence/rule';
import { formOf, MONTH_DAYS, monthDayWords, ruleOf, type Often, type SeriesForm } from '#core/series/form';
import { isLocal } from '#core/time/wallClock';
import { weekdayName } from '#core/time/words';
import { DayField, isDate } from '../../common/DayField';
import { MomentFields } from '../../common/MomentFields';
import { useSettings } from '../../data/queries';
import { AroundEventFields } from './AroundEventFields';
import type { FieldsProps } from './kindFields';
import styles from './SeriesFields.module.css';

const OFTEN: { value: Often; label: string; unit: string }[] = [
  { value: 'hours', label: 'hourly', unit: 'hours' },
  { value: 'days', label: 'daily', unit: 'days' },
  { value: 'weekdays', label: 'on weekdays', unit: '' },
  { value: 'weeks', label: 'weekly', unit: 'weeks' },
  { value: 'months', label: 'monthly', unit: 'months' },
  { value: 'years', label: 'yearly', unit: 'years' },
  { value: 'picked', label: 'on picked days', unit: '' },
  { value: 'rule', label: 'by a rule as text', unit: '' },
];

/** Any, where none can be read yet. */
const A_DAY = '2026-01-01T09:00';
const WEEK = [0, 1, 2, 3, 4, 5, 6];

const SHIFTS: { value: DayShift; label: string }[] = [
  { value: 'none', label: 'leaves all the same' },
  { value: 'skip', label: 'is left out' },
  { value: 'next-working-day', label: 'on the next working day' },
  { value: 'previous-working-day', label: 'on the working day before' },
];

/** With a rule that fits another start; what only followed the day it began on follows the new one. */
function begunAt(plan: SeriesPlan, before: string, start: string): SeriesPlan {
  if (!isLocal(start)) return { ...plan, start };
  const form = formOf(plan.rrule, before);
  const weekday = (local: string) => (new Date(`${local.slice(0, 10)}T00:00Z`).getUTCDay() + 6) % 7;
  const follows = form.weekdays.length === 1 && form.weekdays[0] === weekday(before);
  const rrule = ruleOf(follows ? { ...form, weekdays: [weekday(start)] } : form, start);
  return { ...plan, start, rrule: rrule ?? plan.rrule };
}

const lines = (days: readonly string[] = []) => days.map((day) => day.replace('T', ' ')).join('\n');
/** As far as they can be read. @param time of day, where a line says none */
const readLines = (text: string, time: string): string[] =>
  text
    .split(/[\n,;]+/)
    .map((line) => line.trim().replace(/\s+/, 'T'))
    .map((line) => (/^\d{4}-\d{2}-\d{2}$/.test(line) ? `${line}T${time}` : line))
    .filter(isLocal);

interface DaysProps {
  label: string;
  days: readonly string[] | undefined;
  time: string;
  onChange: (days: string[]) => void;
}

/** A list of days, a line each; what cannot be read is said, and is not among them. */
function Days({ label, days, time, onChange }: DaysProps) {
  const id = useId();
  const [text, setText] = useState(() => lines(days));
  const wanted = text.split(/[\n,;]+/).filter((line) => line.trim() !== '').length;
  const read = readLines(text, time).length;
  return (
    <>
      <label htmlFor={id}>{label}</label>
      <span>
        <Input.TextArea
          id={id}
          autoSize={{ minRows: 1, maxRows: 6 }}
          value={text}
          placeholder="2026-12-21 09:10, a line each"
          status={read < wanted ? 'warning' : undefined}
          onChange={({ target }) => {
            setText(target.value);
            onChange(readLines(target.value, time));
          }}
        />
        {read < wanted && (
          <span role="status" className="quiet">
            {wanted - read} {wanted - read === 1 ? 'line is' : 'lines are'} no day: write it as 2026-12-21.
          </span>
        )}
      </span>
    </>
  );
}

/** Why a rule cannot be used; undefined where it can. */
function wrongWith(text: string): string | undefined {
  try {
    readRule(text);
    return undefined;
  } catch (error) {
    return (error as Error).message;
  }
}

function RuleText({ plan, onChange }: { plan: SeriesPlan; onChange: (rrule: string) => void }) {
  const id = useId();
  const [text, setText] = useState(plan.rrule ?? '');
  const wrong = wrongWith(text);
  return (
    <>
      <label htmlFor={id}>The rule</label>
      <span>
        <Input
          id={id}
          value={text}
          status={wrong ? 'error' : undefined}
          aria-describedby={`${id}-wrong`}
          onChange={({ target }) => {
            setText(target.value);
            if (!wrongWith(target.value))
              onChange(
                target.value
                  .trim()
                  .replace(/^RRULE:/i, '')
                  .toUpperCase(),
              );
          }}
        />
        <span id={`${id}-wrong`} role="status" className="quiet">
          {wrong ?? 'A recurrence rule as calendars have it (RFC 5545).'}
        </span>
      </span>
    </>
  );
}

export function SeriesFields(props: FieldsProps<SeriesPlan>) {
  const { around } = props.plan;
  return around ? <AroundEventFields {...props} around={around} /> : <RuleFields {...props} />;
}

function RuleFields({ plan, onChange, near, recipients }: FieldsProps<SeriesPlan>) {
  const ids = useId();
  const { zone } = useSettings();
  // While its start is being typed, what goes by it goes by the last that could be read.
  const [good, setGood] = useState(isLocal(plan.start) ? plan.start : A_DAY);
  if (isLocal(plan.start) && plan.start !== good) setGood(plan.start);
  const read = formOf(plan.rrule, good);
  // A rule that a form could say as well stays a text where it is being written as one.
  const [asText, setAsText] = useState(read.often === 'rule');
  const form: SeriesForm = asText ? { ...read, often: 'rule' } : read;
  const put = (patch: Partial<SeriesPlan>) => onChange({ ...plan, ...patch });
  const say = (patch: Partial<SeriesForm>) => put({ rrule: ruleOf({ ...form, ...patch }, good) });
  const each = plan.zone === EACH;
  const time = good.slice(11, 16);
  const { unit } = OFTEN.find(({ value }) => value === form.often)!;
  function choose(often: Often) {
    setAsText(often === 'rule');
    if (often === 'rule') put({ rrule: plan.rrule ?? 'FREQ=WEEKLY' });
    else if (often === 'picked') onChange({ ...plan, rrule: undefined });
    else say({ often, interval: often === form.often ? form.interval : 1 });
  }
  return (
    <div className={styles.form} role="group" aria-label="How it repeats">
      <label htmlFor={`${ids}often`}>Repeats</label>
      <span className={styles.row}>
        <Select
          id={`${ids}often`}
          aria-label="Repeats"
          size="small"
          value={form.often}
          onChange={choose}
          options={OFTEN.map(({ value, label }) => ({ value, label }))}
        />
        {unit && (
          <>
            every
            <InputNumber
              aria-label={`Every so many ${unit}`}
              size="small"
              min={1}
              max={999}
              value={form.interval}
              onChange={(interval) => interval && say({ interval: Math.round(interval) })}
              className={styles.number}
            />
            {form.interval === 1 ? unit.slice(0, -1) : unit}
          </>
        )}
      </span>
      {form.often === 'weeks' && (
        <>
          <span id={`${ids}days`}>On</span>
          <Checkbox.Group
            aria-labelledby={`${ids}days`}
            className={styles.week}
            value={form.weekdays}
            onChange={(weekdays) => weekdays.length > 0 && say({ weekdays })}
            options={WEEK.map((value) => ({ value, label: weekdayName(value).slice(0, 3) }))}
          />
        </>
      )}
      {form.often === 'months' && (
        <>
          <label htmlFor={`${ids}month`}>On</label>
          <Select
            id={`${ids}month`}
            aria-label="On which day of the month"
            size="small"
            value={form.monthDay}
            onChange={(monthDay) => say({ monthDay })}
            options={MONTH_DAYS.map((value) => ({ value, label: monthDayWords(value, good) }))}
          />
        </>
      )}
      {form.often === 'rule' && <RuleText plan={plan} onChange={(rrule) => put({ rrule })} />}
      <span className={styles.whole}>
        <MomentFields
          id="moment"
          value={{ local: plan.start, zone: each ? null : plan.zone }}
          near={near}
          onChange={(next) => onChange({ ...begunAt(plan, good, next.local), zone: next.zone ?? EACH })}
        />
      </span>
      {recipients.length > 0 && (
        <Checkbox
          className={styles.whole}
          checked={each}
          onChange={({ target }) => put({ zone: target.checked ? EACH : (near[0]?.zone ?? zone) })}
        >
          Each on their own clock, a copy for each
        </Checkbox>
      )}
      {unit !== '' || form.often === 'weekdays' ? (
        <>
          <label htmlFor={`${ids}end`}>Ends</label>
          <span className={styles.row}>
            <Select
              id={`${ids}end`}
              aria-label="Ends"
              size="small"
              value={form.end.kind}
              onChange={(kind) =>
                say({
                  end:
                    kind === 'on'
                      ? { kind, date: endDate(good) }
                      : kind === 'after'
                        ? { kind, times: 10 }
                        : { kind },
                })
              }
              options={[
                { value: 'never', label: 'never' },
                { value: 'on', label: 'with a day' },
                { value: 'after', label: 'after so many' },
              ]}
            />
            {form.end.kind === 'after' && (
              <InputNumber
                aria-label="So many times"
                size="small"
                min={1}
                max={9999}
                value={form.end.times}
                onChange={(times) => times && say({ end: { kind: 'after', times: Math.round(times) } })}
                className={styles.number}
              />
            )}
          </span>
        </>
      ) : null}
      {form.end.kind === 'on' && (
        <span className={styles.whole}>
          <DayField
            id={`${ids}last`}
            label="Its last day"
            value={form.end.date}
            onChange={(date) => isDate(date) && say({ end: { kind: 'on', date } })}
          />
        </span>
      )}
      {form.often === 'picked' && (
        <Days label="Also on" days={plan.rdate} time={time} onChange={(rdate) => put({ rdate })} />
      )}
      <label htmlFor={`${ids}off`}>On days off it</label>
      <span className={styles.row}>
        <Select
          id={`${ids}off`}
          aria-label="On days off it"
          size="small"
          value={plan.shift ?? 'none'}
          onChange={(shift) => put({ shift: shift === 'none' ? undefined : shift })}
          options={SHIFTS}
          popupMatchSelectWidth={false}
        />
        {plan.shift && plan.shift !== 'none' && (
          <Select
            aria-label="Whose days off"
            size="small"
            value={plan.calendar ?? 'sender'}
            onChange={(calendar) => put({ calendar })}
            options={[
              { value: 'sender', label: 'of mine' },
              { value: 'reader', label: 'of theirs' },
            ]}
          />
        )}
      </span>
      {form.often !== 'picked' && (
        <details className={styles.whole}>
          <summary>Other days: taken out, or added</summary>
          <div className={styles.form}>
            <Days label="Not on" days={plan.exdate} time={time} onChange={(exdate) => put({ exdate })} />
            <Days label="Also on" days={plan.rdate} time={time} onChange={(rdate) => put({ rdate })} />
          </div>
        </details>
      )}
    </div>
  );
}

/** Three months on: what is proposed as its last day. */
function endDate(start: string): string {
  return new Date(Date.parse(`${start.slice(0, 10)}T00:00Z`) + 91 * 86_400_000).toISOString().slice(0, 10);
}
