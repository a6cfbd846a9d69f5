/** A calendar elsewhere, whatever kind it is. */
import type { ReadEntry } from '#core/formats/eventFile';

export interface RemoteItem {
  /** Where it is there: a path. */
  href: string;
  /** Changes with it. */
  etag: string;
}

/** All that is said there of one event. */
export interface RemoteEvent extends RemoteItem {
  uid: string;
  /** The event before what stands for its times. */
  entries: ReadEntry[];
  /** As it stands there, where it can be written. */
  text?: string;
}

export interface RemoteRead {
  events: RemoteEvent[];
  /** What could not be read, in words. */
  unread: string[];
}

export interface RemoteCalendar {
  list(): Promise<RemoteItem[]>;
  read(hrefs: readonly string[]): Promise<RemoteRead>;
  /** Where it can be written; undefined: it is only read. */
  write?: {
    /** @throws (rejects) where it has changed there meanwhile, or it cannot be done */
    put(uid: string, text: string, known: RemoteItem | undefined): Promise<RemoteItem>;
    remove(item: RemoteItem): Promise<void>;
  };
}
