'use client';
/** Answering invitations, and asking others to events of mine. */
import { useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useMemo } from 'react';
import type { MessageJson } from '#api/types';
import type { InvitationAnswer } from '#core/calendar/invitation';
import { useAct } from '../common/useAct';
import { ask } from '../data/client';
import { refresh } from '../data/queries';
import { useNotices } from '../shell/Notices';

export interface AnswerBody {
  answer: InvitationAnswer;
  comment?: string;
  start?: string;
  end?: string;
  zone?: string;
}

const SAID: Record<InvitationAnswer, string> = {
  accepted: 'You come',
  tentative: 'You come perhaps',
  declined: 'You do not come',
};

export function useInvitationActions() {
  const client = useQueryClient();
  const router = useRouter();
  const { attempt } = useAct();
  const { show } = useNotices();
  return useMemo(
    () => ({
      /** @returns whether it was done */
      answer: async (messageId: string, summary: string, body: AnswerBody): Promise<boolean> => {
        const done = await attempt(async () => {
          await ask('POST', `/messages/${messageId}/calendar`, body);
          const said = body.start === undefined ? SAID[body.answer] : 'You propose another time';
          show({
            words: `${said}: “${summary}”. Your answer is on its way; until it leaves it can be taken back.`,
          });
        });
        refresh(client, ['event', 'departure']);
        return done;
      },
      /** Another time that is proposed for an event of mine: taken up, all are told of it; or refused. */
      counter: (messageId: string, summary: string, take: boolean) =>
        attempt(async () => {
          const answer = take ? 'accepted' : 'declined';
          const message = await ask<MessageJson>('POST', `/messages/${messageId}/calendar`, { answer });
          refresh(client, ['event', 'departure']);
          if (take) router.push(`/write/${message.id}`);
          else
            show({
              words: `“${summary}” stays. Your answer is on its way; until it leaves it can be taken back.`,
            });
        }),
      /** A draft to all who are at an event of mine. */
      invite: (eventId: string) =>
        attempt(async () => {
          const draft = await ask<MessageJson>('POST', `/events/${eventId}/invite`);
          router.push(`/write/${draft.id}`);
        }),
    }),
    [attempt, client, router, show],
  );
}
