/** The post office of the demo, within the test's process. */
import type { AddressInfo, Server } from 'node:net';
import { createCounter } from '#postoffice/http';
import { PostOfficeClock } from '#postoffice/clock';
import { FaultBox } from '#postoffice/faults';
import { breakOffAll, createMailServer } from '#postoffice/postOffice';
import { PostOfficeStore } from '#postoffice/store';

export interface TestPostOffice {
  smtpUrl: string;
  httpUrl: string;
  faults: FaultBox;
  clock: PostOfficeClock;
  /** How often each Message-ID lies in a mailbox. */
  counts(address: string): Map<string, number>;
  /** What lies in a mailbox, as it came. */
  sources(address: string): string[];
  close(): Promise<void>;
}

const listen = (server: Server) =>
  new Promise<number>((resolve) =>
    server.listen(0, '127.0.0.1', () => resolve((server.address() as AddressInfo).port)),
  );

/** @param lmtpPort where answers go; 9 is nobody's */
export async function startPostOffice(dir: string, lmtpPort = 9): Promise<TestPostOffice> {
  const store = new PostOfficeStore(`${dir}/postoffice.db`);
  const [faults, clock] = [new FaultBox(), new PostOfficeClock()];
  const mail = createMailServer({ store, clock, faults, lmtpPort });
  mail.on('error', () => {});
  const counter = createCounter({ store, clock, faults, lmtpPort }, () => breakOffAll(mail));
  const smtpUrl = `smtp://127.0.0.1:${await listen(mail.server)}`;
  const httpUrl = `http://127.0.0.1:${await listen(counter)}`;
  return {
    smtpUrl,
    httpUrl,
    faults,
    clock,
    counts(address) {
      const counts = new Map<string, number>();
      for (const { source } of store.messages(address)) {
        const id = /^Message-ID: (.*)$/im.exec(source.toString())![1]!.trim();
        counts.set(id, (counts.get(id) ?? 0) + 1);
      }
      return counts;
    },
    sources: (address) => store.messages(address).map(({ source }) => source.toString()),
    async close() {
      breakOffAll(mail);
      counter.closeAllConnections();
      await Promise.all([
        new Promise((resolve) => mail.close(() => resolve(undefined))),
        new Promise((resolve) => counter.close(resolve)),
      ]);
      store.close();
    },
  };
}
