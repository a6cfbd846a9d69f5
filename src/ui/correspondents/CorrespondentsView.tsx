'use client';
/** Correspondents: everyone on one world-clock board, found, sorted, and changed in place. */
import { Button, Input, Select, Spin } from 'antd';
import { useRouter, useSearchParams } from 'next/navigation';
import { useMemo, useState } from 'react';
import type { CorrespondentJson } from '#api/types';
import { offsetMinutes } from '#core/time/wallClock';
import { zoneCity } from '#core/time/zones';
import { useCorrespondents } from '../data/queries';
import { useNow } from '../data/useNow';
import { Board } from './Board';
import styles from './CorrespondentsView.module.css';
import { GroupsPanel } from './GroupsPanel';
import { HolidaysPanel } from './HolidaysPanel';
import { ImportPanel } from './ImportPanel';
import { PersonPanel } from './PersonPanel';

type Order = 'name' | 'clock' | 'answers' | 'unconfirmed';

const ORDERS: { value: Order; label: string }[] = [
  { value: 'name', label: 'by name' },
  { value: 'clock', label: 'by their clock, west to east' },
  { value: 'answers', label: 'by how soon they answer' },
  { value: 'unconfirmed', label: 'time zone to confirm first' },
];

const fold = (text: string) => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();

function sorted(people: readonly CorrespondentJson[], order: Order, now: number): CorrespondentJson[] {
  const offsets = new Map<string, number>();
  const offset = ({ zone }: CorrespondentJson) => {
    if (!zone) return Infinity;
    if (!offsets.has(zone)) offsets.set(zone, offsetMinutes(now, zone));
    return offsets.get(zone)!;
  };
  const keys: Record<Order, (person: CorrespondentJson) => number> = {
    name: () => 0,
    clock: offset,
    answers: ({ answers }) => answers?.median ?? Infinity,
    unconfirmed: ({ zone, zoneGuess }) => (zone ? 2 : zoneGuess ? 0 : 1),
  };
  const key = keys[order];
  // They come by name; a stable sort keeps that within equals.
  return [...people].sort((a, b) => (key(a) === key(b) ? 0 : key(a) - key(b)));
}

export function CorrespondentsView() {
  const router = useRouter();
  const query = useSearchParams();
  const { data: people, error } = useCorrespondents();
  const [search, setSearch] = useState('');
  const [order, setOrder] = useState<Order>('name');
  const minute = useNow(60_000);
  const person = query.get('person');
  const panel = query.get('panel');
  const holidays = query.get('holidays');
  const show = (words: string) => router.push(`/correspondents${words && `?${words}`}`);
  const close = () => show('');

  const searchable = useMemo(
    () =>
      new Map(
        (people ?? []).map((each) => [
          each.id,
          fold(
            [each.name, ...each.addresses, each.place, each.zone && zoneCity(each.zone)]
              .filter(Boolean)
              .join(' '),
          ),
        ]),
      ),
    [people],
  );
  const shown = useMemo(() => {
    const wanted = fold(search.trim());
    return sorted(
      (people ?? []).filter(({ id }) => searchable.get(id)!.includes(wanted)),
      order,
      minute,
    );
  }, [people, searchable, search, order, minute]);

  if (error && !people) return <p role="alert">{error.message}</p>;
  if (!people) return <Spin />;
  const chosen = people.find(({ id }) => id === person);
  return (
    <div className={styles.view}>
      <h1 className="unseen">Correspondents</h1>
      <div className={styles.tools}>
        <Input
          type="search"
          aria-label="Find a correspondent"
          placeholder="Find by name, address or place"
          allowClear
          value={search}
          onChange={(event) => setSearch(event.target.value)}
          className={styles.search}
        />
        <Select
          aria-label="Order"
          value={order}
          onChange={setOrder}
          options={ORDERS}
          className={styles.order}
        />
        <span className="quiet" aria-live="polite">
          {search ? `${shown.length} of ${people.length}` : `${people.length} in all`}
        </span>
        <span className={styles.spring} />
        <Button onClick={() => show('panel=add')}>Add</Button>
        <Button onClick={() => show('panel=groups')}>Groups</Button>
        <Button onClick={() => show('panel=import')}>Import</Button>
        <Button href="/api/v1/correspondents/export?format=vcard">Export vCard</Button>
        <Button href="/api/v1/correspondents/export?format=csv">Export CSV</Button>
      </div>
      <div className={styles.columns}>
        <Board people={shown} chosen={person} onChoose={(id) => show(`person=${id}`)} />
        {chosen && <PersonPanel key={chosen.id} person={chosen} onClose={close} />}
        {panel === 'add' && <PersonPanel onClose={close} onAdded={(id) => show(`person=${id}`)} />}
        {panel === 'groups' && <GroupsPanel people={people} onClose={close} />}
        {panel === 'import' && <ImportPanel onClose={close} />}
        {holidays && <HolidaysPanel key={holidays} country={holidays} onClose={close} />}
      </div>
    </div>
  );
}
