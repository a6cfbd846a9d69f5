'use client';
/** Times that are offered, as views read them. */
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { ChoosingJson, OffersJson, TimesJson } from '#api/types';
import { ask } from './client';

const iso = (at: number) => new Date(at).toISOString();
const asked = (recipients: readonly string[]) => recipients.map((address) => ({ address }));

/** What is offered by now, and not closed. */
export const useOpenOffers = () =>
  useQuery({
    queryKey: ['questions', 'offers'],
    queryFn: async () => (await ask<OffersJson>('GET', '/offers')).offers,
  });

/** My days and those of the readers, and what is in the way. @param from @param until epoch ms */
export const useChoosing = (
  recipients: readonly string[],
  from: number,
  until: number,
  message: string | undefined,
) =>
  useQuery({
    queryKey: ['questions', 'choosing', recipients, from, until, message],
    queryFn: () =>
      ask<ChoosingJson>('POST', '/offers/days', {
        recipients: asked(recipients),
        from: iso(from),
        until: iso(until),
        message,
      }),
    placeholderData: keepPreviousData,
    retry: false,
  });

export interface Suggesting {
  recipients: readonly string[];
  minutes: number;
  count: number;
  /** Not before, epoch ms. */
  from: number | undefined;
  message: string | undefined;
}

/** Times worth offering. */
export const suggestedTimes = async ({
  recipients,
  from,
  ...rest
}: Suggesting): Promise<TimesJson['times']> => {
  const body = {
    ...rest,
    recipients: asked(recipients),
    ...(from !== undefined && { from: iso(from) }),
  };
  return (await ask<TimesJson>('POST', '/offers/suggest', body)).times;
};
