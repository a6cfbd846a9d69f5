/** Client of the post office, the stand-in for the outside mail world that ships with the demo. */

export interface MailboxSummary {
  address: string;
  name: string;
  messages: number;
  /** Epoch ms; null for an empty mailbox. */
  lastAt: number | null;
}

export interface MailboxMessage {
  id: number;
  /** When it was received or written, epoch ms. */
  at: number;
  direction: 'received' | 'written';
  /** The SMTP commands it came with; empty for what was written there. */
  envelope: string;
  /** Everything before the empty line, as it arrived. */
  headers: string;
  subject: string;
  from: string;
  to: string[];
  text: string;
  attachments: MailboxAttachment[];
}

export interface MailboxAttachment {
  name: string;
  /** Bytes. */
  size: number;
  /** The beginning of it; empty where it is no text. */
  text: string;
}

/** A file of the folder colleagues keep theirs in. */
export interface SharedFile {
  name: string;
  /** Bytes. */
  size: number;
  /** When it was saved last, epoch ms. */
  at: number;
}

/** How the post office's clock runs from now on. */
export interface PostOfficeClock {
  /** Epoch ms. */
  now: number;
  rate: number;
  /** Epoch ms it may not pass; null for none. */
  limit: number | null;
}

/** How the post office is asked to misbehave; see its own description. */
export interface PostOfficeFaults {
  greylist: string[];
  refuse: string[];
  drop: 'before-data' | 'in-data' | 'after-dot' | 'after-dot-unkept' | null;
  dropTimes: number | null;
  answerAfterSeconds: number;
  /** Epoch ms. */
  downUntil: number | null;
  refuseStartTls: boolean;
}

export class PostOfficeClient {
  /** @param url where the post office takes requests, `http://127.0.0.1:4126` */
  constructor(private readonly url: string) {}

  mailboxes(): Promise<MailboxSummary[]> {
    return this.ask('GET', '/mailboxes');
  }

  /** @returns undefined for an address it does not know */
  mailbox(
    address: string,
  ): Promise<{ address: string; name: string; messages: MailboxMessage[] } | undefined> {
    return this.ask('GET', `/mailboxes/${encodeURIComponent(address)}`);
  }

  faults(): Promise<PostOfficeFaults> {
    return this.ask('GET', '/faults');
  }

  /** Replaces all faults; those not given are off. */
  setFaults(faults: Partial<PostOfficeFaults>): Promise<PostOfficeFaults> {
    return this.ask('PUT', '/faults', faults);
  }

  sharedFiles(): Promise<SharedFile[]> {
    return this.ask('GET', '/files');
  }

  /** Somebody saves a new version of it. @returns undefined where there is no such file */
  saveVersion(name: string): Promise<SharedFile | undefined> {
    return this.ask('POST', '/files', { name });
  }

  setClock(clock: PostOfficeClock): Promise<void> {
    return this.ask('PUT', '/clock', clock);
  }

  /** Lets everyone whose answer is due by `now` answer; resolves once all of it is delivered. */
  run(now: number): Promise<{ nextDue: number | null }> {
    return this.ask('POST', '/run', { now });
  }

  private async ask<T>(method: string, path: string, body?: unknown): Promise<T> {
    const response = await fetch(this.url + path, {
      method,
      body: body === undefined ? undefined : JSON.stringify(body),
      headers: { 'content-type': 'application/json' },
    });
    if (response.status === 404) return undefined as T;
    if (!response.ok) throw new Error(`The post office answered ${response.status} to ${method} ${path}.`);
    return (await response.json()) as T;
  }
}
