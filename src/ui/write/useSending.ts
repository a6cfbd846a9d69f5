'use client';
/** Committing the message: sending or scheduling a draft, saving a pending one. */
import { useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import type { DepartureJson, ScheduledJson, SeriesJson } from '#api/types';
import { isRepeating, leavesOnceHeld } from '#core/plan/kinds/registry';
import type { Finding } from '#core/checks/finding';
import { findingWords } from '#core/checks/findingWords';
import type { Choices, Plan } from '#core/plan/plan';
import { useWords } from '../common/format';
import { ApiProblem, ask } from '../data/client';
import { refresh } from '../data/queries';
import type { DepartureActions } from '../departures/useDepartureActions';
import { useNotices } from '../shell/Notices';
import { addToQueue } from '../queue/queue';
import { fitFields, unfit } from './draft/fields';
import type { Draft } from './draft/useDraft';
import { isPast, same } from './planState';
import type { Lease } from './useLease';

interface Parts {
  draft: Draft;
  lease: Lease;
  actions: DepartureActions;
  departure: DepartureJson | undefined;
  series: SeriesJson | undefined;
  choices: Choices;
  choicesChanged: boolean;
  /** The plan as it is typed at this moment. @throws (rejects) ApiProblem where it cannot be read */
  settle: () => Promise<Plan>;
  readable: boolean;
  /** What was found and is most likely a mistake, once the checks have looked at everything. */
  weighty: () => Promise<Finding[]>;
  /** The moment it had is past. */
  passed: boolean;
  /** Files of it are on their way up: they cannot wait with it. */
  uploading: boolean;
  /** Why quiet hours are set aside. */
  inSpite: string | null;
  /** Now, epoch ms. */
  minute: number;
  /** Told before it leaves the page, with the id of the message. */
  onSending: (id: string) => void;
}

export function useSending(parts: Parts) {
  const { draft, lease, actions, departure, series, choices, choicesChanged, settle, readable, passed } =
    parts;
  const { inSpite, minute, onSending, weighty, uploading } = parts;
  const router = useRouter();
  const client = useQueryClient();
  const words = useWords();
  const { show, showProblem } = useNotices();
  const busy = useRef(false);
  const [problem, setProblem] = useState<ApiProblem | null>(null);
  /** What was found when it was to be sent: asked about once. */
  const [asked, setAsked] = useState<readonly Finding[]>([]);
  const [asking, setAsking] = useState(false);

  function refused(error: unknown) {
    const known =
      error instanceof ApiProblem &&
      ['plan', 'to', 'text', 'from', 'attachments', 'sign', 'encrypt'].some((field) => error.at(field));
    if (known) setProblem(error);
    else showProblem(error);
  }

  async function commit(then: 'go-on' | 'pause' = 'go-on') {
    if (busy.current || !readable || draft.conflict) return;
    const [bad] = unfit(draft.fields);
    if (bad !== undefined) {
      const detail = `“${bad}” is no address. Mend it, or take it out.`;
      setProblem(new ApiProblem(400, detail, [{ path: 'to', detail }]));
      return;
    }
    busy.current = true;
    setProblem(null);
    try {
      if (then === 'go-on' && !(await isMeant())) return;
      if (departure) await savePending(departure, then);
      else if (series) await saveSeries(series);
      else await schedule();
    } catch (error) {
      refused(error);
    } finally {
      busy.current = false;
      refresh(client, ['departure', 'message']);
    }
  }

  /** False where something weighty was found that nobody has been asked about. */
  async function isMeant(): Promise<boolean> {
    const found = await weighty();
    const known = new Set(asked.map(findingWords));
    const open = !found.every((each) => known.has(findingWords(each)));
    if (open) setAsked(found);
    setAsking(open);
    return !open;
  }

  /** Nobody answers: it waits in this browser, says so, and is sent once. @throws (rejects) the problem where it cannot */
  async function waitForConnection(meant: Plan, request: object, error: unknown) {
    if (!(error instanceof ApiProblem) || error.status !== 0 || uploading) throw error;
    const { fields, key, kept, answers, forwards } = draft;
    const queueKey = crypto.randomUUID();
    const queued = await addToQueue({
      key: queueKey,
      request: {
        key: queueKey,
        ...(kept && { id: kept.id, revision: kept.revision }),
        message: { ...fitFields(fields), ...(!kept && { answers, forwards }) },
        schedule: request,
      },
      to: fields.to.join(', '),
      subject: fields.subject,
      draft: {
        key: kept?.id ?? key,
        fields: { ...fields, plan: meant },
        revision: kept?.revision ?? null,
        answers: answers ?? null,
        forwards: forwards ?? null,
        savedAt: Date.now(),
      },
      queuedAt: Date.now(),
      trouble: null,
    });
    if (!queued) throw error;
    draft.letGo();
    show({ words: 'There is no connection: it waits here, and leaves as you said once there is one.' });
    router.push('/inbox');
  }

  async function schedule() {
    const meant = await settle();
    const request = {
      ...choices,
      plan: meant,
      ...(leavesOnceHeld(meant) && inSpite && { inSpiteOfQuiet: inSpite }),
    };
    let answer: ScheduledJson;
    let id: string;
    try {
      const saved = await draft.save();
      id = saved.id;
      onSending(id);
      answer = await ask<ScheduledJson>('POST', `/messages/${id}/schedule`, request, {
        revision: saved.revision,
      });
    } catch (error) {
      return waitForConnection(meant, request, error);
    }
    const [made] = answer.departures;
    refresh(client, ['departure', 'message']);
    if (answer.series) {
      const { id: seriesId } = answer.series;
      show({
        words: `Scheduled as a series: the next one leaves ${words.moment(made!.at)}.`,
        undo: () => ask('POST', `/series/${seriesId}/take-back`).then(() => router.push(`/write/${id}`)),
      });
      router.push(`/departures?part=series&series=${seriesId}`);
      return;
    }
    if (answer.fileWatch) {
      const { id: watchId } = answer.fileWatch;
      show({
        words: 'Watched: it leaves each time the file changes.',
        undo: () => ask('POST', `/file-watches/${watchId}/take-back`).then(() => router.push(`/write/${id}`)),
      });
      router.push('/departures?part=series');
      return;
    }
    if (leavesOnceHeld(meant) && made!.state === 'held' && !made!.quiet) {
      router.push(`/inbox?held=${made!.id}`);
      return;
    }
    const count = answer.departures.length;
    show({
      words: made!.quiet
        ? `Held by quiet hours: leaves ${words.moment(made!.at)}.`
        : made!.state === 'paused'
          ? `It waits until you have looked: ${made!.reason}.`
          : count > 1
            ? `Scheduled in ${count} copies: the first leaves ${words.moment(made!.at)}.`
            : `Scheduled: leaves ${words.moment(made!.at)}.`,
      undo: () => actions.takeBack(made!, 'all'),
    });
    router.push(`/departures?row=${made!.id}`);
  }

  /** What was typed is in all that come, and so is another plan; what was changed by itself stays as it is. */
  async function saveSeries({ id, plan, choices: before }: SeriesJson) {
    const meant = await settle();
    if (!isRepeating(meant)) {
      const detail = 'A series repeats: choose how, or end it in Departures.';
      throw new ApiProblem(422, detail, [{ path: 'plan', detail }]);
    }
    await draft.save();
    const changed = {
      ...(!same(meant, plan) && { plan: meant }),
      ...(!same(choices, before) && { choices }),
    };
    if (Object.keys(changed).length > 0) await ask('PATCH', `/series/${id}`, changed);
    show({ words: 'Saved for all that come; what was changed by itself stays as it is.' });
    router.push(`/departures?part=series&series=${id}`);
  }

  /** A moment that has passed cannot be kept: the person is asked, and nothing is changed. */
  function askForMoment() {
    const detail = 'Its moment has passed meanwhile. Choose Now or another time, or save and pause.';
    setProblem(new ApiProblem(409, detail, [{ path: 'plan.local', detail }]));
  }

  async function savePending(pending: DepartureJson, then: 'go-on' | 'pause') {
    const meant = await settle();
    const changed = !same(meant, pending.plan);
    await draft.save();
    if (then === 'go-on' && (changed ? isPast(meant, minute) : passed)) return askForMoment();
    const path = `/departures/${pending.id}`;
    const { ifTheyWriteFirst, ifOff } = choices;
    const patch = {
      ...(changed && { plan: meant }),
      ...(choicesChanged && { ifTheyWriteFirst, ifOff }),
      copies: 'all',
    };
    let now =
      changed || choicesChanged ? await ask<DepartureJson>('PATCH', path, patch, { revision: '*' }) : pending;
    if (lease.held) now = await lease.close(then);
    else if (then === 'pause') now = await ask<DepartureJson>('POST', `${path}/pause`);
    else if (now.state === 'failed') now = await ask<DepartureJson>('POST', `${path}/retry`);
    else if (now.state === 'paused') now = await ask<DepartureJson>('POST', `${path}/resume`);
    const went =
      now.state === 'held' ? `held until ${words.exact(now.at)}` : `leaves ${words.moment(now.at)}`;
    show({
      words:
        now.pausedFor === 'review'
          ? `Saved, and it waits until you have looked: ${now.reason}.`
          : now.state === 'paused'
            ? 'Saved and paused: it leaves when you say so.'
            : `Saved: ${went}.`,
    });
    router.push(`/departures?row=${pending.id}`);
  }

  return {
    commit,
    problem,
    clearProblem: () => setProblem(null),
    /** What is asked before it goes; nothing where nothing is. */
    question: asking ? `${asked.map(findingWords).join('; ')}. Is it meant so?` : undefined,
    notYet: () => setAsking(false),
  };
}
