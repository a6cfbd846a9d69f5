/** Dates in the text: weekdays that do not agree with them, and days that are past when the message lands. */
import { englishWeekday } from '../text/calendarNames';
import { DEADLINE } from '../text/dueDates';
import { datesIn, placeOf } from '../text/namedDates';
import { dayNumberOf, weekdayOf } from '../time/dayNumber';
import { toLocal } from '../time/wallClock';
import { inText, type CheckContext, type Finding } from './finding';
import { ownParts } from '../text/ownParts';

/** The right weekday as the wrong one was written: `Thursday` for `Tuesday`, `Thu` for `Tue`, small where that was. */
function weekdayLike(wrong: string, right: string[]): string {
  const short = right[1];
  const name = short && wrong.length <= short.length ? short : right[0]!;
  return wrong[0] === wrong[0]!.toLowerCase() ? name.toLowerCase() : name[0]!.toUpperCase() + name.slice(1);
}

export function dateFindings(text: string, { now, zone, landings }: CheckContext): Finding[] {
  const written = dayNumberOf(toLocal(now, zone));
  const landed = landings.map(({ local }) => dayNumberOf(local));
  return ownParts(text).flatMap((part) =>
    datesIn(part, written).flatMap(({ from, words, weekdays, weekday, date }): Finding[] => {
      if (weekday && placeOf(weekdays, weekday) + 1 !== weekdayOf(date)) {
        const right = weekdayLike(weekday, weekdays[weekdayOf(date) - 1]!);
        const why = `does not agree: that day is a ${englishWeekday(weekdayOf(date))}`;
        return [inText('weekday', 'ask', from, words, why, [right + words.slice(weekday.length)])];
      }
      if (date < written && DEADLINE.test(part.text.slice(0, from - part.from)))
        return [inText('past-date', 'ask', from, words, 'is past already')];
      // Still to come when it is written, and past when it is read.
      const past = landed.some((day) => day > date);
      if (date >= written && past) return [inText('past-date', 'ask', from, words, 'is past when it lands')];
      return [];
    }),
  );
}
