/** After the second step: where it is waited for a link to be opened, the links lead through here. */
import { nanoid } from 'nanoid';
import { addressKey } from '#core/message/address';
import { withLinks } from '#core/message/links';
import { visitPath } from '#core/watch/visits';
import type { OutgoingMessage } from '#mail/compose';
import type { Departure } from '#store/departures';
import type { VisitLink } from '#store/visitLinks';
import { watchToBegin } from '#store/watches';
import type { Desk } from '../../desk';

/** @returns the links to be kept with the claim; none where nothing of it waits for a visit */
export function throughHere(
  desk: Desk,
  departure: Departure,
  content: OutgoingMessage,
): { content: OutgoingMessage; links: VisitLink[] } {
  const origin = desk.visitOrigin;
  if (!origin || watchToBegin(desk.store.db, departure.messageId)?.settledBy !== 'visit')
    return { content, links: [] };
  const copy = departure.reader === null ? '' : addressKey(departure.reader);
  const links = new Map<string, VisitLink>();
  const through = (url: string): string => {
    const link = links.get(url) ?? { token: nanoid(), url, messageId: departure.messageId, copy };
    links.set(url, link);
    return origin + visitPath(link.token);
  };
  return {
    content: { ...content, ...withLinks({ text: content.text, html: content.html ?? null }, through) },
    links: [...links.values()],
  };
}
