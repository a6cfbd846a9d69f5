/**
 * The life of one departure under everything a person, a mail server and a restart can do to it, in any order, over a
 * real connection: each reader's mailbox at the post office is the judge.
 */
import fc from 'fast-check';
import { expect, it, onTestFinished } from 'vitest';
import { NO_FAULTS, type Faults } from '#postoffice/faults';
import { addressKey } from '#core/message/address';
import { PENDING_STATES } from '#core/departure/states';
import { findDeparture } from '#store/departures';
import { deliveriesOf } from '#store/deliveries';
import { moveClock } from '#usecases/clock/sandbox';
import {
  moveDeparture,
  pauseDeparture,
  releaseNow,
  resumeDeparture,
  retryDeparture,
  settleDeparture,
} from '#usecases/departures/changeDeparture';
import { restoreDeparture, snapshotOf, type Snapshot } from '#usecases/departures/restore';
import { takeBack } from '#usecases/departures/takeBack';
import type { Desk } from '#usecases/desk';
import { Invalid, NotFound, Refused, Stale } from '#usecases/errors';
import { createDraft } from '#usecases/messages/createDraft';
import { editMessage } from '#usecases/messages/editMessage';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { addCorrespondent, changeCorrespondent } from '#usecases/people/correspondents';
import { importCorrespondents } from '#usecases/people/exchange';
import { saveGroup } from '#usecases/people/groups';
import { claimDeparture } from '#usecases/release/claimDeparture';
import { finishAttempt, recordStage, recoverUnfinished } from '#usecases/release/finishAttempt';
import { openMailServer } from '#usecases/release/mailServer';
import { tempDesk } from '../support/desk';
import { startPostOffice } from '../support/postOffice';

const NAMES = ['ana', 'bea', 'cid'];
const HOUR = 3_600_000;
const at = (desk: Desk, ahead: number) =>
  ({ kind: 'at', local: new Date(desk.now() + ahead).toISOString().slice(0, 19), zone: 'Etc/UTC' }) as const;

type Step =
  | { do: 'try'; faults: Partial<Faults> }
  | { do: 'crash'; stage: 'claimed' | 'final-dot'; kept: boolean }
  | { do: 'group' | 'import'; members: string[] }
  | { do: 'card'; who: number; address: string }
  | { do: 'edit'; to: string[] | null }
  | {
      do:
        | 'move'
        | 'move on'
        | 'pause'
        | 'resume'
        | 'release'
        | 'retry'
        | 'undo'
        | 'take back'
        | 'send again'
        | 'restart';
    };

const someNames = fc.subarray(NAMES, { minLength: 1 });
const addresses = fc.constantFrom(...NAMES.flatMap((name) => [`${name}@x.example`, `${name}@y.example`]));
const faults: fc.Arbitrary<Partial<Faults>> = fc.oneof(
  { weight: 2, arbitrary: fc.constant({}) },
  {
    weight: 3,
    arbitrary: fc.subarray(NAMES).map((names) => ({ greylist: names.map((name) => `${name}@x.example`) })),
  },
  {
    weight: 2,
    arbitrary: fc.subarray(NAMES).map((names) => ({ refuse: names.map((name) => `${name}@x.example`) })),
  },
  fc.record({
    drop: fc.constantFrom('before-data', 'after-dot', 'after-dot-unkept'),
    greylist: fc.subarray(['ana@x.example']),
    refuse: fc.subarray(['bea@x.example']),
  }),
);
const step: fc.Arbitrary<Step> = fc.oneof(
  { weight: 6, arbitrary: fc.record({ do: fc.constant('try' as const), faults }) },
  fc.record({
    do: fc.constant('crash' as const),
    stage: fc.constantFrom('claimed', 'final-dot'),
    kept: fc.boolean(),
  }),
  { weight: 3, arbitrary: fc.record({ do: fc.constantFrom('group', 'import'), members: someNames }) },
  fc.record({ do: fc.constant('card' as const), who: fc.nat(2), address: addresses }),
  fc.record({
    do: fc.constant('edit' as const),
    to: fc.option(fc.array(addresses, { minLength: 1, maxLength: 2 })),
  }),
  {
    weight: 6,
    arbitrary: fc.record({
      do: fc.constantFrom(
        'move',
        'move on',
        'pause',
        'resume',
        'release',
        'retry',
        'undo',
        'take back',
        'send again',
        'restart',
      ),
    }),
  },
);

/** What chance has found before. */
const FOUND: [Step[]][] = [
  // Let go at once, refused, and that undone: it had nobody left to go to.
  [
    [
      { do: 'release' },
      { do: 'group', members: ['cid'] },
      { do: 'try', faults: { refuse: ['cid@x.example'] } },
      { do: 'undo' },
      { do: 'try', faults: {} },
    ],
  ],
  // Put off, then changed: its attempts begin anew, and those who were put off are among them.
  [
    [
      { do: 'try', faults: { greylist: ['ana@x.example', 'bea@x.example', 'cid@x.example'] } },
      { do: 'edit', to: null },
      { do: 'try', faults: {} },
    ],
  ],
];

it('nobody gets it twice, nobody is forgotten who accepted it, what is paused does not leave, and the headers name those it goes to', async () => {
  const { dir: officeDir } = tempDesk();
  const office = await startPostOffice(officeDir);
  onTestFinished(() => office.close());
  let world = 0;
  await fc.assert(
    fc.asyncProperty(fc.array(step, { minLength: 4, maxLength: 25 }), async (steps) => {
      // A subject of its own tells this world's messages from those of the others in the mailboxes.
      const subject = `World ${++world}`;
      const { desk } = tempDesk();
      const server = openMailServer(office.smtpUrl);
      const people = NAMES.map(
        (name) => addCorrespondent(desk, { name, addresses: [`${name}@x.example`] }).id,
      );
      const group = saveGroup(desk, { name: 'Readers', members: people });
      const { id: messageId } = createDraft(desk, { to: [{ group: group.id }], subject, text: 'Hello.' });
      const { id } = scheduleMessage(desk, messageId, at(desk, HOUR))[0]!;
      const present = () => findDeparture(desk.store.db, id)!;
      const accepted = new Set<string>();
      let before: Snapshot | undefined;
      const inMailboxes = () =>
        NAMES.flatMap((name) => [`${name}@x.example`, `${name}@y.example`]).flatMap((address) =>
          office
            .sources(address)
            .filter((source) => source.includes(`Subject: ${subject}\r\n`))
            .map((source) => ({ address, source })),
        );
      const changes = async (act: Exclude<Step, { do: 'try' | 'crash' }>) => {
        const was = snapshotOf(present());
        switch (act.do) {
          case 'group':
            return void saveGroup(
              desk,
              { name: 'Readers', members: act.members.map((name) => people[NAMES.indexOf(name)]!) },
              group.id,
            );
          case 'import': {
            const members = act.members.map(
              (name) => `MEMBER:urn:oak-lantern:${people[NAMES.indexOf(name)]}`,
            );
            const card = [
              'BEGIN:VCARD',
              'VERSION:4.0',
              'KIND:group',
              'FN:Readers',
              ...members,
              'END:VCARD',
            ].join('\r\n');
            return void (await importCorrespondents(desk, 'vcard', card, true));
          }
          case 'card':
            return changeCorrespondent(desk, people[act.who]!, { addresses: [act.address] });
          case 'edit':
            return editMessage(
              desk,
              messageId,
              act.to ? { to: act.to } : { text: `Hello, ${Math.random()}` },
            );
          case 'move':
            moveDeparture(desk, id, at(desk, HOUR));
            break;
          case 'move on':
            moveDeparture(desk, id, at(desk, HOUR), undefined, { goOn: true });
            break;
          case 'pause':
            pauseDeparture(desk, id);
            break;
          case 'resume':
            resumeDeparture(desk, id);
            break;
          case 'release':
            releaseNow(desk, id);
            break;
          case 'retry':
            retryDeparture(desk, id);
            break;
          case 'take back':
            takeBack(desk, id);
            break;
          case 'send again':
            scheduleMessage(desk, messageId, at(desk, HOUR));
            break;
          case 'restart':
            recoverUnfinished(desk);
            break;
          case 'undo': {
            if (!before) return;
            const undone = restoreDeparture(desk, id, before);
            const { state, plan, due, pausedFor, holdLeft, reason } = undone;
            expect({ state, plan, due, pausedFor, holdLeft, reason }).toEqual({
              state: before.state,
              plan: before.plan,
              due: before.due,
              pausedFor: before.pausedFor,
              holdLeft: before.holdLeft,
              reason: before.reason,
            });
            before = undefined;
            return;
          }
        }
        before = was;
      };
      for (const each of steps) {
        const seen = present();
        if (each.do !== 'try' && each.do !== 'crash') {
          try {
            await changes(each);
          } catch (error) {
            if (![Refused, Invalid, Stale, NotFound].some((kind) => error instanceof kind)) throw error;
          }
          // Only a person's word sets going what stands still.
          const setsGoing = ['resume', 'release', 'move on', 'undo', 'send again'];
          if (seen.state === 'paused' && !setsGoing.includes(each.do))
            expect(PENDING_STATES, each.do).not.toContain(present().state);
        } else {
          office.faults.set({ ...NO_FAULTS, ...('faults' in each ? each.faults : {}), dropTimes: 1 });
          if (seen.due > desk.now() && PENDING_STATES.includes(seen.state))
            moveClock(desk, { set: seen.due });
          const claim = await claimDeparture(desk, id);
          if (seen.state === 'paused') expect(claim).toBeUndefined();
          if (!claim) continue;
          const head = claim.bytes
            .toString()
            .split('\r\n\r\n')[0]!
            .replace(/\r\n\s+/g, ' ');
          const to = new Set((/^To: (.*)$/m.exec(head)?.[1]?.match(/[\w.]+@[\w.]+/g) ?? []).map(addressKey));
          expect(claim.envelope.addresses.length).toBeGreaterThan(0);
          for (const address of claim.envelope.addresses) expect(to).toContain(addressKey(address));
          if (accepted.size === 0) {
            const envelope = new Set(claim.envelope.addresses.map(addressKey));
            const refused = deliveriesOf(desk.store.db, [id]).filter(({ status }) => status === 'refused');
            expect(to).toEqual(new Set([...envelope, ...refused.map(({ address }) => addressKey(address))]));
          }
          // A first attempt carries the moment it is made at, after a move and a long pause too.
          if (claim.departure.attempts === 1 && accepted.size === 0)
            expect(head).toContain(`Date: ${new Date(desk.now()).toUTCString().replace('GMT', '+0000')}`);
          if (each.do === 'crash') {
            if (each.stage === 'final-dot') {
              await recordStage(desk, claim.departure, 'final-dot');
              // The server may have it or not when the engine dies; the person says which it was.
              if (each.kept) await server.release(claim.envelope, claim.bytes, () => Promise.resolve());
            }
            recoverUnfinished(desk);
          } else {
            let { departure } = claim;
            const result = await server.release(claim.envelope, claim.bytes, async (stage) => {
              departure = await recordStage(desk, departure, stage);
            });
            await finishAttempt(desk, id, result);
          }
          if (present().state === 'unconfirmed') {
            const headerId = findDeparture(desk.store.db, id)!.headerId!;
            const arrived = inMailboxes().some(
              ({ address, source }) => source.includes(headerId) && !accepted.has(address),
            );
            settleDeparture(desk, id, arrived);
          }
        }
        for (const { address, status } of deliveriesOf(desk.store.db, [id])) {
          if (status === 'accepted') accepted.add(addressKey(address));
          else expect(accepted, `${address} had it`).not.toContain(addressKey(address));
        }
        // Whoever has it has it once, and is known to have it; whoever is said to have it does.
        const got = inMailboxes().map(({ address }) => address);
        expect(got.sort()).toEqual([...accepted].sort());
      }
      await server.close();
    }),
    { numRuns: 60, examples: FOUND },
  );
}, 300_000);

it('the store refuses to forget that somebody has it, whatever it is asked', () => {
  const { desk } = tempDesk();
  const { id: messageId } = createDraft(desk, { to: ['a@x.example'], subject: 'x', text: 'x' });
  const { id } = scheduleMessage(desk, messageId, at(desk, HOUR))[0]!;
  desk.store.db.run(`UPDATE deliveries SET status = 'accepted' WHERE departure_id = '${id}'`);
  for (const change of [
    `UPDATE deliveries SET status = 'waiting' WHERE departure_id = '${id}'`,
    `UPDATE deliveries SET address = 'b@x.example' WHERE departure_id = '${id}'`,
    `DELETE FROM deliveries WHERE departure_id = '${id}'`,
    `DELETE FROM departures WHERE id = '${id}'`,
  ])
    expect(() => desk.store.db.run(change), change).toThrow();
  expect(deliveriesOf(desk.store.db, [id])).toMatchObject([{ status: 'accepted' }]);
});
