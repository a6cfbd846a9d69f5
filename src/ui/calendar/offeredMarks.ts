import type { QuestionJson } from '#api/types';
import type { Mark } from './shown';

/** Of those who have not said yet. */
const namesOf = (readers: QuestionJson['readers']): string =>
  readers
    .filter(({ chosen }) => chosen.length === 0)
    .map(({ name, address }) => name || address)
    .join(', ') || 'nobody any more';

/** Times that are offered, and neither taken nor over: each leads to what is said of the offer. */
export const offeredMarks = (offers: readonly QuestionJson[]): Mark[] =>
  offers
    .filter(({ state }) => state !== 'closed')
    .flatMap(({ id, message, state, offer, readers }) =>
      offer!.slots.flatMap((slot, index): Mark[] =>
        slot.state === 'open'
          ? [
              {
                id: `${id} ${index}`,
                kind: 'offered',
                at: Date.parse(slot.at),
                until: Date.parse(slot.until),
                label: `${offer!.summary}, to ${namesOf(readers)}`,
                href: state === 'not-left' ? `/write/${message}` : `/inbox/${message}`,
              },
            ]
          : [],
      ),
    );
