/** Watches in words. */
import type { WatchJson } from '#api/types';
import { toInstant } from '#core/time/wallClock';
import type { Words } from '../common/format';

const listed = new Intl.ListFormat('en-GB');

const nameOf = ({ name, address }: WatchJson['readers'][number]) => name || address;

/** Those who are waited for: of several who have not answered all of them. */
export function waitedFor({ readers, settledBy }: WatchJson): string {
  const missing = readers.filter(({ answered }) => !answered);
  const [first] = missing;
  if (!first) return 'nobody in particular';
  if (settledBy === 'everyone') return listed.format(missing.map(nameOf));
  if (settledBy === 'this-person') return nameOf(readers[0]!);
  return missing.length > 1 ? `${nameOf(first)} and ${missing.length - 1} more` : nameOf(first);
}

/** Where a second message to those who have not answered is written. */
export const chasePath = ({ message, readers }: WatchJson): string => {
  const missing = readers
    .filter(({ answered }) => !answered)
    .map(({ address }) => encodeURIComponent(address));
  return `/write?answers=${message}${missing.length > 0 ? `&only=${missing.join(',')}` : ''}`;
};

/** “Thu 11:00”, “Thu 11:00 (16:45 in Kathmandu)”. */
export function deadlineMoment({ at, theirs }: WatchJson, words: Words): string {
  if (at === null) return '';
  const beside = theirs && words.besideMine(at, theirs.zone);
  return beside ? `${words.moment(at)} (${beside} in ${theirs.place})` : words.moment(at);
}

/** Until when it is waited; before it is released, how long from then. */
export function untilWords(watch: WatchJson, words: Words): string {
  if (watch.at !== null) return `until ${deadlineMoment(watch, words)}`;
  if (watch.words) return `for ${watch.words} once it has left`;
  const { deadline } = watch;
  return 'local' in deadline ? `until ${words.moment(toInstant(deadline.local, deadline.zone).at)}` : '';
}
