'use client';
/** What one does with offers, each with its undo. */
import { useMemo } from 'react';
import type { DeadlineJson, QuestionJson } from '#api/types';
import type { Offer } from '#core/offer/offer';
import { useAct } from '../common/useAct';
import { ask } from '../data/client';

/** What is offered. */
export interface OfferBody extends Omit<Offer, 'slots' | 'settled'> {
  /** ISO. */
  slots: string[];
  /** Not given: as it is. */
  deadline?: DeadlineJson;
}

const timesOf = (count: number) => (count === 1 ? 'a time' : `${count} times`);

export function useOfferActions() {
  const { act } = useAct();
  return useMemo(() => {
    /** @param seen the one there was as the change was begun: another window may have changed it since */
    const put = (message: string, body: OfferBody, seen?: QuestionJson) =>
      act(async (asking) => {
        if (seen) await ask('PATCH', `/offers/${seen.id}`, body, { ...asking, revision: seen.revision });
        else await ask('POST', '/offers', { message, ...body }, asking);
        const words = `${timesOf(body.slots.length)} for “${body.summary}”`;
        return { words: `It offers ${words}.`, done: `offering ${words}` };
      });

    const takeOff = ({ id, offer }: QuestionJson) =>
      act(async (asking) => {
        await ask('DELETE', `/offers/${id}`, undefined, asking);
        const words = `times for “${offer!.summary}”`;
        return { words: `No ${words} are offered.`, done: `taking off the ${words}` };
      });

    /** One of them for all. @param words the time */
    const settle = ({ id }: QuestionJson, slot: number, words: string) =>
      act(async (asking) => {
        await ask('POST', `/offers/${id}/settle`, { slot }, asking);
        return {
          words: `Settled: ${words}. It is in the calendar, and they are asked to it.`,
          done: `settling on ${words}`,
        };
      });

    return { put, takeOff, settle };
  }, [act]);
}
