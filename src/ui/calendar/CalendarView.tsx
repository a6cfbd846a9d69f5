'use client';
/** The calendar: days as bands, or as a list, with a second clock beside mine. */
import { Button, Checkbox, Segmented, type InputRef } from 'antd';
import { usePathname, useRouter, useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { EventJson } from '#api/types';
import { plusDays } from '#core/time/dayParts';
import { isLocal, toLocal } from '#core/time/wallClock';
import { dayWords } from '#core/time/words';
import { isZone, zoneCity } from '#core/time/zones';
import { useEvents } from '../data/events';
import { FollowedCalendars } from '../calendars/FollowedCalendars';
import { useOpenOffers } from '../data/offers';
import { useCorrespondents, useSettings } from '../data/queries';
import { useNow } from '../data/useNow';
import { useRailMarks } from '../rail/useRailMarks';
import { ZonePicker, type NearZone } from '../write/ZonePicker';
import { AddEvent } from './AddEvent';
import { Bands } from './Bands';
import styles from './Calendar.module.css';
import { EventFiles } from './EventFiles';
import { EventForm } from './EventForm';
import { EventList } from './EventList';
import { EventPanel } from './EventPanel';
import { offeredMarks } from './offeredMarks';
import type { Mark } from './shown';
import { shownDays, SHOWINGS, stepOf, type Showing } from './days';
import { useEventActions } from './useEventActions';

const NAMES: Record<Showing, string> = { day: 'Day', week: 'Week', list: 'List' };

const keyOf = ({ id, occurrence }: Pick<EventJson, 'id' | 'occurrence'>) => `${id} ${occurrence ?? ''}`;
const isShowing = (text: string | null): text is Showing => SHOWINGS.some((each) => each === text);

export function CalendarView() {
  const { zone } = useSettings();
  const router = useRouter();
  const path = usePathname();
  const params = useSearchParams();
  const today = toLocal(useNow(60_000), zone).slice(0, 10);
  const showing: Showing = isShowing(params.get('view')) ? (params.get('view') as Showing) : 'week';
  const asked = params.get('on') ?? '';
  const on = isLocal(`${asked}T00:00`) ? asked : today;
  const besideAsked = params.get('beside') ?? '';
  const beside = isZone(besideAsked) ? besideAsked : zone;
  const overlaid = params.get('mail') === 'shown';
  const event = params.get('event');
  const occurrence = params.get('at');
  const [isNew, setNew] = useState(false);
  const [others, setOthers] = useState(false);
  const phrase = useRef<InputRef>(null);
  const actions = useEventActions();
  const people = useCorrespondents().data;

  const hrefWith = useCallback(
    (changes: Record<string, string | null>) => {
      const next = new URLSearchParams(params);
      for (const [name, value] of Object.entries(changes))
        if (value === null) next.delete(name);
        else next.set(name, value);
      return `${path}${next.size ? `?${next.toString()}` : ''}`;
    },
    [params, path],
  );
  const go = (changes: Record<string, string | null>) => router.replace(hrefWith(changes), { scroll: false });

  const days = useMemo(() => shownDays(showing, on, zone), [showing, on, zone]);
  const { data: events, error } = useEvents(days[0]!.from, days.at(-1)!.until);
  const rail = useRailMarks();
  const offers = useOpenOffers().data;
  const marks = useMemo<Mark[]>(
    () => [
      ...offeredMarks(offers ?? []),
      ...(overlaid
        ? [
            ...rail.departures.map((mark): Mark => ({ ...mark, kind: 'leaves' })),
            ...rail.returns.map((mark): Mark => ({ ...mark, kind: 'back' })),
          ]
        : []),
    ],
    [overlaid, rail, offers],
  );
  const near = useMemo<NearZone[]>(
    () => [
      { zone, whose: 'you alone' },
      ...(people ?? []).flatMap((each) =>
        each.zone && each.zone !== zone
          ? [{ zone: each.zone, whose: each.name, place: each.place ?? undefined }]
          : [],
      ),
    ],
    [zone, people],
  );

  const chosen = event === null ? null : keyOf({ id: event, occurrence });
  const hrefOf = (each: EventJson) => hrefWith({ event: each.id, at: each.occurrence });
  const open = (each: Pick<EventJson, 'id' | 'occurrence' | 'at'>) => {
    const day = toLocal(Date.parse(each.at), zone).slice(0, 10);
    const seen = days.some(({ date }) => date === day);
    setNew(false);
    go({ event: each.id, at: each.occurrence, ...(!seen && { on: day }) });
  };
  /** The focus goes back to what was open, where it is still shown. */
  function close() {
    const row =
      chosen === null ? null : document.querySelector<HTMLElement>(`[data-row="${CSS.escape(chosen)}"]`);
    go({ event: null, at: null });
    if (row) row.focus();
    else phrase.current?.focus();
  }
  /** What is moved by keys is another element where it goes: the focus goes along. */
  const moving = useRef<string | null>(null);
  useEffect(() => {
    if (moving.current === null) return;
    const row = document.querySelector<HTMLElement>(`[data-row="${CSS.escape(moving.current)}"]`);
    if (!row || document.activeElement === row) return;
    row.focus();
    moving.current = null;
  }, [events]);
  const move = (each: EventJson, at: number) => {
    if ((document.activeElement as HTMLElement | null)?.dataset.row === keyOf(each))
      moving.current = keyOf(each);
    const start = toLocal(at, each.zone ?? zone).slice(0, 16);
    void actions.change(each, { start }, each.occurrence ? 'this' : undefined).then((done) => {
      if (!done) moving.current = null;
      else if (chosen === keyOf(each)) open(done);
    });
  };
  const span =
    showing === 'day'
      ? dayWords(`${on}T00:00`, today)
      : `${dayWords(`${days[0]!.date}T00:00`, today)} to ${dayWords(`${days.at(-1)!.date}T00:00`, today)}`;
  const placeBeside = near.find((each) => each.zone === beside && each.place)?.place ?? zoneCity(beside);
  const shared = { days, events: events ?? [], marks, beside, placeBeside, chosen, keyOf, hrefOf };

  return (
    <div className={styles.page}>
      <div className={styles.title}>
        <h1>Calendar</h1>
        <span aria-live="polite">{span}</span>
        <span className={styles.spring} />
        <Button onClick={() => go({ on: plusDays(on, -stepOf(showing)) })}>Earlier</Button>
        <Button onClick={() => go({ on: null })} disabled={on === today}>
          Today
        </Button>
        <Button onClick={() => go({ on: plusDays(on, stepOf(showing)) })}>Later</Button>
        <Segmented
          aria-label="Shown as"
          value={showing}
          onChange={(next) => go({ view: next === 'week' ? null : next })}
          options={SHOWINGS.map((value) => ({ value, label: NAMES[value] }))}
        />
      </div>
      <AddEvent field={phrase} onAdded={open} onFields={() => setNew(true)} />
      <div className={styles.title}>
        <label htmlFor="beside" className={styles.label}>
          Second clock
        </label>
        <span className={styles.zone}>
          <ZonePicker
            id="beside"
            label="Second clock"
            value={beside}
            near={near}
            onChange={(next) => go({ beside: next === zone ? null : next })}
          />
        </span>
        <Checkbox checked={overlaid} onChange={({ target }) => go({ mail: target.checked ? 'shown' : null })}>
          what leaves and comes back, too
        </Checkbox>
        <span className={styles.spring} />
        <Button size="small" aria-expanded={others} onClick={() => setOthers(!others)}>
          Other calendars…
        </Button>
        <EventFiles />
      </div>
      {others && <FollowedCalendars />}
      {error && !events && <p role="alert">{error.message}</p>}
      <div className={styles.columns}>
        <div className={styles.days}>
          {showing !== 'list' && <Bands {...shared} move={move} />}
          {showing !== 'week' && (events?.length !== 0 || showing === 'list') && <EventList {...shared} />}
          {events?.length === 0 && showing !== 'list' && (
            <p className="quiet">
              Nothing is in the calendar here. Say above what to put in, or take in a calendar file.
            </p>
          )}
        </div>
        {isNew ? (
          <EventForm
            on={on}
            onDone={open}
            onClose={() => {
              setNew(false);
              phrase.current?.focus();
            }}
          />
        ) : (
          event !== null && (
            <EventPanel
              id={event}
              occurrence={occurrence}
              beside={beside}
              placeBeside={placeBeside}
              onChanged={open}
              onClose={close}
            />
          )
        )}
      </div>
    </div>
  );
}
