'use client';
/** What the checks find in the message as it stands, a moment after it was typed. */
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { LinkCompanyJson, SpellingJson } from '#api/types';
import type { CheckedMessage, MessageContext } from '#core/checks/checkedMessage';
import type { Finding } from '#core/checks/finding';
import { isSetAside, type SetAside } from '#core/checks/setAside';
import { wordKey, type Dictionary, type Spelled } from '#core/checks/spelling';
import { linkedPages } from '#core/message/links';
import { toLocal } from '#core/time/wallClock';
import { zoneCity } from '#core/time/zones';
import { ask } from '../../data/client';
import { useSame } from '../../common/useSame';
import { useCorrespondents, useSettings } from '../../data/queries';
import { useNow } from '../../data/useNow';
import type { Lands } from '../../moment/DayStrips';
import type { CheckAnswer, CheckRequest } from './checks.worker';

/** The worker, busy with one message at a time; of those that come meanwhile the last is what counts. */
function openChecker(tell: (answer: CheckAnswer) => void) {
  let last: CheckAnswer = { findings: [], words: [] };
  let waiting: ((answer: CheckAnswer) => void)[] = [];
  const worker = new Worker(new URL('./checks.worker.ts', import.meta.url), { type: 'module' });
  let busy = false;
  let next: CheckRequest | undefined;
  const post = (request: CheckRequest) => {
    busy = true;
    worker.postMessage(request);
  };
  worker.onmessage = ({ data }: MessageEvent<CheckAnswer>) => {
    busy = false;
    if (next) {
      post(next);
      next = undefined;
      return;
    }
    last = data;
    tell(data);
    for (const each of waiting) each(data);
    waiting = [];
  };
  return {
    check(request: CheckRequest) {
      if (busy) next = request;
      else post(request);
    },
    /** What was found, once everything that was given has been looked at. */
    settled: () =>
      busy ? new Promise<CheckAnswer>((resolve) => waiting.push(resolve)) : Promise.resolve(last),
    close: () => worker.terminate(),
  };
}

/** A word is looked up once nothing has been typed for so long: half of it is in no dictionary. */
const TYPED_MS = 700;

function useDictionary(words: readonly Spelled[]): Dictionary {
  const [known, setKnown] = useState<Dictionary>(new Map());
  useEffect(() => {
    const asked = new Map(words.map(({ word, language }) => [wordKey(language, word), { word, language }]));
    for (const key of known.keys()) asked.delete(key);
    if (asked.size === 0) return;
    const timer = setTimeout(() => {
      ask<SpellingJson>('POST', '/checks/spelling', { words: [...asked.values()] }).then(
        (answer) => {
          const unknown = new Map(
            answer.words.map(({ language, word, suggestions }) => [wordKey(language, word), suggestions]),
          );
          setKnown(
            (before) =>
              new Map([
                ...before,
                ...[...asked.keys()].map((key) => [key, unknown.get(key) ?? 'known'] as const),
              ]),
          );
        },
        () => {},
      );
    }, TYPED_MS);
    return () => clearTimeout(timer);
  }, [words, known]);
  return known;
}

function useForeignLinks(
  pages: readonly string[],
  recipients: readonly string[],
  message: string | undefined,
): MessageContext['foreignLinks'] {
  const [foreign, setForeign] = useState<MessageContext['foreignLinks']>(new Map());
  const wanted = JSON.stringify({ urls: pages, recipients, message });
  useEffect(() => {
    const body = JSON.parse(wanted) as { urls: string[]; recipients: string[] };
    let gone = false;
    const timer = setTimeout(() => {
      if (body.urls.length === 0 || body.recipients.length === 0) return setForeign(new Map());
      ask<LinkCompanyJson>('POST', '/checks/links', body).then(
        ({ links }) => {
          if (!gone) setForeign(new Map(links.map(({ url, organisations }) => [url, organisations])));
        },
        () => {},
      );
    }, TYPED_MS);
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [wanted]);
  return foreign;
}

interface Found {
  /** What was found and has not been set aside. */
  findings: Finding[];
  /** The same, once what was typed last has been looked at. */
  settled: () => Promise<Finding[]>;
}

/**
 * @param setAside what is meant so in this message
 * @param id of the message, where it is on the server
 */
export function useFindings(
  message: CheckedMessage & { html: string | null },
  lands: readonly Lands[],
  setAside: readonly SetAside[],
  id: string | undefined,
): Found {
  const { zone, checksOff, meantSo, ownWords, me, identities } = useSettings();
  const ownNames = useSame([me, ...identities].map(({ name }) => name));
  const now = useNow(60_000);
  const people = useCorrespondents().data;
  const [answer, setAnswer] = useState<CheckAnswer>({ findings: [], words: [] });
  const dictionary = useDictionary(answer.words);
  const pages = useMemo(() => linkedPages(message.text, message.html), [message.text, message.html]);
  const recipients = useMemo(
    () => [...message.visible, ...message.bcc].map(({ address }) => address),
    [message.visible, message.bcc],
  );
  const foreignLinks = useForeignLinks(pages, recipients, id);
  const landings = useSame(
    lands.flatMap(({ zone: there, place, at }) =>
      there ? [{ zone: there, place: place ?? '', local: toLocal(Date.parse(at), there) }] : [],
    ),
  );
  const context = useMemo<MessageContext>(
    () => ({
      now,
      zone,
      place: zoneCity(zone),
      off: checksOff,
      ownNames,
      ownWords,
      dictionary,
      foreignLinks,
      people: (people ?? []).map(({ name, addresses }) => ({ name, addresses })),
      landings,
    }),
    [now, zone, checksOff, ownNames, ownWords, dictionary, foreignLinks, people, landings],
  );
  const checker = useRef<ReturnType<typeof openChecker>>(undefined);
  useEffect(() => {
    checker.current = openChecker(setAnswer);
    return () => checker.current?.close();
  }, []);
  useEffect(() => {
    const { html: _, ...checked } = message;
    checker.current?.check({ message: checked, context });
  }, [message, context]);
  const shown = useMemo(() => {
    const meant = [...setAside, ...meantSo];
    return (found: readonly Finding[]) => found.filter((each) => !isSetAside(each, meant));
  }, [setAside, meantSo]);
  const findings = useMemo(() => shown(answer.findings), [shown, answer.findings]);
  const settled = useCallback(async () => shown((await checker.current?.settled())?.findings ?? []), [shown]);
  return { findings, settled };
}
