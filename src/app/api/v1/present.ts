/** What use cases give, in the shapes of the API. */
import type {
  AttachmentJson,
  BatchJson,
  CheckedRowsJson,
  ClockJson,
  DepartureJson,
  DeparturePageJson,
  FilesJson,
  FileWatchJson,
  HealthJson,
  LinkJson,
  LinksJson,
  MessageJson,
  MessagePageJson,
  MessageSummaryJson,
  ReturnedJson,
  SeriesJson,
  SnapshotJson,
  TextJson,
  TextsJson,
  ThreadPageJson,
  TodoJson,
  OccasionJson,
  PreviewJson,
  StripPartJson,
  TrialJson,
} from '#api/types';
import type { StripPart } from '#core/moment/strip';
import type { PlanPreview } from '#core/plan/plan';
import { whyThen } from '#core/plan/preview';
import { dayPart, dayPartWords } from '#core/time/dayParts';
import { heldByWords, holdWords } from '#core/hold/decide';
import { toLocal } from '#core/time/wallClock';
import type { BatchView } from '#usecases/batches/batchView';
import type { ReadyRow } from '#usecases/batches/checkBatch';
import type { ClockReading } from '#usecases/clock/sandbox';
import type { FileWatchView } from '#usecases/fileWatches/changeFileWatch';
import type { LinkedFile } from '#usecases/links/linkFiles';
import type { FilesView } from '#usecases/links/listFiles';
import type { LinkView, ReadView } from '#usecases/links/listLinks';
import type { DeparturePage, DepartureView } from '#usecases/departures/departureView';
import type { Snapshot } from '#usecases/departures/restore';
import type { Desk } from '#usecases/desk';
import type { Trial } from '#usecases/holds/tryRule';
import type { Health } from '#usecases/health';
import type { Attachment } from '#usecases/messages/attachments';
import {
  readLayout,
  readMessage,
  type LayoutView,
  type MessagePage,
  type MessageView,
} from '#usecases/messages/readMessage';
import type { MessageSummary } from '#usecases/messages/summaries';
import type { OccasionView } from '#usecases/occasions/occasionView';
import type { SeriesView } from '#usecases/series/seriesView';
import type { TextView } from '#usecases/texts/textView';
import type { ThreadPage } from '#usecases/incoming/inbox';
import type { Todo } from '#usecases/todos/todos';
import type { ReturnedWhy } from '#core/returns/why';

export const iso = (at: number) => new Date(at).toISOString();
export const isoOrNull = (at: number | null) => (at === null ? null : iso(at));

export function presentClock({ now, sandbox, rate, target, nextDue }: ClockReading): ClockJson {
  return { now: iso(now), sandbox, rate, target: isoOrNull(target), nextDue: isoOrNull(nextDue) };
}

export function presentPreview(preview: PlanPreview): PreviewJson {
  return {
    ...preview,
    hold: preview.hold && { ...preview.hold, quiet: isoOrNull(preview.hold.quiet) },
    repeats: preview.repeats && { ...preview.repeats, last: isoOrNull(preview.repeats.last) },
    departures: preview.departures.map((each) => ({
      ...each,
      at: iso(each.at),
      latest: isoOrNull(each.latest),
    })),
  };
}

export const presentSeries = ({ next, last, missed, occurrences, ...rest }: SeriesView): SeriesJson => ({
  ...rest,
  next: isoOrNull(next),
  last: isoOrNull(last),
  missed: missed.map((each) => ({ ...each, at: iso(each.at) })),
  occurrences: occurrences.map((each) => ({ ...each, at: iso(each.at) })),
});

export const presentParts = (parts: readonly StripPart[]): StripPartJson[] =>
  parts.map(({ from, until, ...part }) => ({ ...part, from: iso(from), until: iso(until) }));

export const presentSnapshot = ({ meant, due, heldBy, ...rest }: Snapshot): SnapshotJson => ({
  ...rest,
  meant: iso(meant),
  due: iso(due),
  heldBy: heldBy && { ...heldBy, quiet: isoOrNull(heldBy.quiet) },
});

export const readSnapshot = ({ meant, due, heldBy, ...rest }: SnapshotJson): Snapshot => ({
  ...rest,
  meant: Date.parse(meant),
  due: Date.parse(due),
  heldBy: heldBy && { ...heldBy, quiet: heldBy.quiet === null ? null : Date.parse(heldBy.quiet) },
});

export function presentDeparture(desk: Desk, view: DepartureView): DepartureJson {
  const { due, meant, leftAt, readers, heldBy, snapshot, ...rest } = view;
  const { zone } = desk.settings();
  // What some have and others still wait for leaves again at its next attempt.
  const at = view.state === 'sent' && leftAt !== null ? leftAt : due;
  return {
    ...rest,
    snapshot: snapshot && presentSnapshot(snapshot),
    at: iso(at),
    local: toLocal(at, zone),
    zone,
    meant: iso(meant),
    holdLeft: view.holdLeft === null ? null : Math.ceil(view.holdLeft / 1000),
    leftAt: isoOrNull(leftAt),
    heldBy: (heldBy && heldByWords(heldBy)) ?? null,
    answeredAt: isoOrNull(view.answeredAt),
    watch: view.watch && { ...view.watch, at: isoOrNull(view.watch.at) },
    quiet: heldBy !== null && heldBy.quiet !== null,
    recipients: readers.map(({ working, ...reader }) => {
      const local = reader.zone ? toLocal(at, reader.zone) : null;
      return {
        ...reader,
        local,
        receipts: reader.receipts.map((each) => ({ ...each, at: iso(each.at) })),
        dayPart: local === null ? null : dayPart(local, working),
        dayPartWords: local === null ? null : dayPartWords(local, working),
      };
    }),
  };
}

export function presentDepartures(desk: Desk, page: DeparturePage): DeparturePageJson {
  return { ...page, departures: page.departures.map((view) => presentDeparture(desk, view)) };
}

const presentReturned = (at: number, why: ReturnedWhy): ReturnedJson => ({
  at: iso(at),
  kind: why.kind,
  since: iso(why.since),
  until: isoOrNull(why.until ?? null),
  words: why.words ?? '',
  note: why.note ?? '',
  times: why.times ?? 1,
  from: why.from ?? null,
  chaser: why.chaser ?? '',
});

export const presentBatch = (batch: BatchView): BatchJson => ({
  ...batch,
  attachments: batch.attachments.map(presentAttachment),
  createdAt: iso(batch.createdAt),
  scheduledAt: isoOrNull(batch.scheduledAt),
  next: isoOrNull(batch.next),
  last: isoOrNull(batch.last),
});

export const presentChecked = ({
  mailbox: _mailbox,
  fields: _fields,
  paths: _paths,
  plan: _plan,
  ...row
}: ReadyRow): CheckedRowsJson['rows'][number] => ({ ...row, at: isoOrNull(row.at) });

export const presentOccasion = (occasion: OccasionView): OccasionJson => ({
  ...occasion,
  createdAt: iso(occasion.createdAt),
  at: iso(occasion.at),
  messages: occasion.messages.map((each) => ({
    ...each,
    at: isoOrNull(each.at),
    leftAt: isoOrNull(each.leftAt),
  })),
});

export const presentListedText = ({ versions: _, ...text }: TextView): TextsJson['texts'][number] => ({
  ...text,
  createdAt: iso(text.createdAt),
  changedAt: iso(text.changedAt),
  usedAt: isoOrNull(text.usedAt),
  attachments: text.attachments.map(presentAttachment),
});

export const presentText = (text: TextView): TextJson => ({
  ...presentListedText(text),
  versions: text.versions.map((each) => ({ ...each, at: iso(each.at) })),
});

export function presentTodo(todo: Todo): TodoJson {
  const { id, messageId, what, note, start, due, sound, state, revision } = todo;
  return {
    id,
    messageId,
    what,
    note,
    start,
    due,
    sound,
    state,
    revision,
    dueAt: isoOrNull(todo.dueAt),
    remindAt: isoOrNull(todo.remindAt),
    doneAt: isoOrNull(todo.doneAt),
    createdAt: iso(todo.createdAt),
  };
}

export function presentSummary<Summary extends MessageSummary>({
  returnedAt,
  returnedWhy,
  ...summary
}: Summary) {
  const { snooze, todo } = summary;
  return {
    ...summary,
    at: iso(summary.at),
    writtenAt: isoOrNull(summary.writtenAt),
    snoozedUntil: isoOrNull(summary.snoozedUntil),
    snooze: snooze && { ...snooze, until: iso(snooze.until), since: iso(snooze.since) },
    todo: todo && presentTodo(todo),
    returned: returnedAt !== null && returnedWhy ? presentReturned(returnedAt, returnedWhy) : null,
  } satisfies MessageSummaryJson;
}

export function presentPage({ messages, total }: MessagePage): MessagePageJson {
  return { messages: messages.map(presentSummary), total };
}

export function presentThreads({ messages, total, unseen, cursor }: ThreadPage): ThreadPageJson {
  const since = isoOrNull(unseen.since);
  return { messages: messages.map(presentSummary), total, unseen: { ...unseen, since }, cursor };
}

export const presentAttachment = (attachment: Attachment): AttachmentJson => {
  const { id, messageId, name, type, size, received, contentId, linkId } = attachment;
  return { id, messageId, name, type, size, received, contentId, linked: linkId !== null };
};

export const presentLink = (link: LinkedFile): LinkJson => {
  const { position: _position, origin: _origin, removedAt: _removedAt, ...rest } = link;
  return rest;
};

export const presentLinkView = ({ subject, used, now, ...link }: LinkView): LinksJson['links'][number] => ({
  ...presentLink(link),
  subject,
  used,
  now: { ...now, files: now.files.map((each) => ({ ...each, modifiedAt: iso(each.modifiedAt) })) },
});

export function presentRead(read: ReadView): LinksJson['reads'][number] {
  const { id, messageId, departureId, attachmentId, path, size, hash, clearing, movedTo } = read;
  const { subject, isKept } = read;
  return {
    id,
    messageId,
    departureId,
    attachmentId,
    path,
    size,
    hash,
    clearing,
    movedTo,
    subject,
    isKept,
    modifiedAt: iso(read.modifiedAt),
    readAt: iso(read.readAt),
    leftAt: isoOrNull(read.leftAt),
  };
}

export function presentFileWatch(desk: Desk, watch: FileWatchView): FileWatchJson {
  const { id, messageId, subject, plan, state, reason, count, lastAt, seen } = watch;
  const { zone, hourCycle } = desk.settings();
  return {
    id,
    messageId,
    subject,
    plan,
    words: whyThen(plan, zone, hourCycle),
    state,
    reason,
    count,
    lastAt: isoOrNull(lastAt),
    seen: seen && {
      files: seen.files.map((each) => ({ ...each, modifiedAt: iso(each.modifiedAt) })),
      trouble: seen.trouble,
      at: iso(seen.at),
    },
  };
}

export const presentFiles = ({ entries, ...rest }: FilesView): FilesJson => ({
  ...rest,
  // Of a folder its time says little, and of those allowed it is not asked.
  entries: entries.map((each) => ({
    ...each,
    modifiedAt: each.kind === 'file' ? iso(each.modifiedAt) : null,
  })),
});

function presentMessage(desk: Desk, view: MessageView, layout: LayoutView | null): MessageJson {
  const { departures, thread, history, attachments, ...rest } = view;
  return {
    ...presentSummary(rest),
    attachments: attachments.map(presentAttachment),
    departures: departures.map((each) => presentDeparture(desk, each)),
    thread: thread.map(presentSummary),
    history: history.map(({ at, what, from, to, why }) => ({ at: iso(at), what, from, to, why })),
    list: view.list && { ...view.list, leftAt: isoOrNull(view.list.leftAt) },
    layout,
  };
}

/** A whole message as it is now. @throws (rejects) NotFound */
export async function messageJson(desk: Desk, id: string): Promise<MessageJson> {
  const layout = await readLayout(desk, id);
  return presentMessage(desk, readMessage(desk, id), layout);
}

const presentServer = <T extends { since: number | null; nextTry: number | null }>({
  since,
  nextTry,
  ...rest
}: T) => ({ ...rest, since: isoOrNull(since), nextTry: isoOrNull(nextTry) });

export function presentHealth({ engine, reader, disk, failing, mailServer, accounts }: Health): HealthJson {
  return {
    disk,
    reader,
    failing: failing.map(({ since, nextTry, ...each }) => ({
      ...each,
      since: iso(since),
      nextTry: iso(nextTry),
    })),
    engine: { running: engine.running, seenAt: isoOrNull(engine.seenAt) },
    mailServer: presentServer(mailServer),
    accounts: accounts.map(presentServer),
  };
}

export function presentTrial(desk: Desk, { hold, at, ...trial }: Trial): TrialJson {
  const { zone, hourCycle } = desk.settings();
  const words = holdWords({ ...hold, rule: null }, { now: at, senderZone: zone, hourCycle });
  return { ...trial, at: iso(at), words };
}
