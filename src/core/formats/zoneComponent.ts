/** A time zone as a calendar file describes it (VTIMEZONE, RFC 5545 §3.6.5): every change of its clock in a span, one by one. */
import ICAL from 'ical.js';
import { nextOffsetChange, offsetMinutes, toLocal } from '../time/wallClock';

/** Of today's zones none changes more often than that within the spans that are written. */
const MOST_CHANGES = 100;

const offset = (minutes: number) =>
  new ICAL.UtcOffset({
    factor: minutes < 0 ? -1 : 1,
    hours: Math.floor(Math.abs(minutes) / 60),
    minutes: Math.abs(minutes) % 60,
  });

function change(name: 'standard' | 'daylight', local: string, from: number, to: number): ICAL.Component {
  const component = new ICAL.Component(name);
  component.addPropertyWithValue('dtstart', ICAL.Time.fromDateTimeString(local));
  component.addPropertyWithValue('tzoffsetfrom', offset(from));
  component.addPropertyWithValue('tzoffsetto', offset(to));
  return component;
}

/** @param from @param until epoch ms, between which times in it are right */
export function zoneComponent(zone: string, from: number, until: number): ICAL.Component {
  const component = new ICAL.Component('vtimezone');
  component.addPropertyWithValue('tzid', zone);
  const first = offsetMinutes(from, zone);
  component.addSubcomponent(change('standard', '1970-01-01T00:00:00', first, first));
  let [at, before] = [from, first];
  for (let n = 0; n < MOST_CHANGES; n++) {
    const next = nextOffsetChange(at, until, zone);
    if (!next) break;
    const after = before + next.minutes;
    // The wall-clock time it shows as it changes, by the offset before (RFC 5545 §3.6.5).
    const local = toLocal(next.at, 'UTC');
    const shown = new Date(Date.parse(`${local}Z`) + before * 60_000).toISOString().slice(0, 19);
    component.addSubcomponent(change(next.minutes > 0 ? 'daylight' : 'standard', shown, before, after));
    [at, before] = [next.at, after];
  }
  return component;
}
