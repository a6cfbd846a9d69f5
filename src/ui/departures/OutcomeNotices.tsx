'use client';
/** Says what a person has to know of a departure at once, on whatever view: delayed, failed, in doubt, too late. */
import { useRouter } from 'next/navigation';
import { useEffect, useRef } from 'react';
import type { DepartureJson } from '#api/types';
import { recipientsWords, useWords, type Words } from '../common/format';
import { usePending } from '../data/queries';
import { useNotices } from '../shell/Notices';

/** What is news about it; undefined where nothing is. */
function news(departure: DepartureJson, words: Words): string | undefined {
  const { state, attempts, reason, pausedFor, waitsForServer, waitsForDisk } = departure;
  if (state === 'failed') return `failed. ${reason ?? ''}`;
  if (state === 'unconfirmed') return 'may or may not have arrived; say which in Departures.';
  if (state === 'paused' && pausedFor === 'late')
    return 'its moment passed while nothing was running; it waits for you.';
  if (state === 'paused' && pausedFor === 'wrote-first')
    return `paused, since they wrote first. ${reason ?? ''}`;
  if (state === 'paused' && pausedFor === 'key') return 'it waits for the passphrase of your key.';
  // A server out of reach has its own word at the top.
  if (state === 'scheduled' && attempts > 0 && !waitsForServer && !waitsForDisk)
    return `delayed, tried again ${words.moment(departure.at)}. ${reason ?? ''}`;
  return undefined;
}

const kindOf = ({ state, pausedFor, attempts }: DepartureJson) =>
  `${state} ${pausedFor ?? ''} ${attempts > 0 ? 'tried' : ''}`;

export function OutcomeNotices() {
  const router = useRouter();
  const words = useWords();
  const { show } = useNotices();
  const { data, dataUpdatedAt } = usePending();
  // The page comes with the beginning of them only: what follows is no news.
  const pending = dataUpdatedAt === 0 ? undefined : data?.departures;
  const known = useRef<Map<string, string> | null>(null);
  useEffect(() => {
    if (!pending) return;
    const before = known.current;
    known.current = new Map(pending.map((departure) => [departure.id, kindOf(departure)]));
    if (!before) return;
    const fresh = pending.filter((departure) => before.get(departure.id) !== kindOf(departure));
    const told = fresh.flatMap((departure) => {
      const what = news(departure, words);
      return what ? [{ departure, what }] : [];
    });
    const [first] = told;
    if (!first) return;
    const one = `To ${recipientsWords(first.departure.recipients)}: ${first.what}`;
    show({
      words: told.length === 1 ? one : `${told.length} departures need a look. ${one}`,
      way: { label: 'Look', act: () => router.push(`/departures?row=${first.departure.id}`) },
      problem: true,
    });
  }, [pending, words, show, router]);
  return null;
}
