'use client';
/** Addresses of one field: typed, pasted as a list, or picked from the correspondents. */
import { Select, Tag } from 'antd';
import { useMemo, useState } from 'react';
import type { CorrespondentJson, GroupJson } from '#api/types';
import { endsAPiece, readAddressList, readPastedAddresses } from '#core/message/addressList';
import { folded } from '#core/text/folded';
import {
  addressKey,
  AddressError,
  formatMailbox,
  groupName,
  isAddress,
  isRecipient,
  parseMailbox,
} from '#core/message/address';
import { toLocal } from '#core/time/wallClock';
import { timeWords } from '#core/time/words';
import { useCorrespondents, useGroups, useMetAddresses, useSettings } from '../data/queries';
import { useNow } from '../data/useNow';
import styles from './RecipientField.module.css';

interface Option {
  value: string;
  person: CorrespondentJson | undefined;
  /** Of a group its name. */
  address: string;
  /** How many a group has. */
  members?: number;
  /** Of somebody known from past mail only: their name, or nothing. */
  past?: string;
}

interface Props {
  id: string;
  label: string;
  value: string[];
  onChange: (value: string[]) => void;
  problem?: string;
  autoFocus?: boolean;
  /** Groups cannot stand here. */
  peopleOnly?: boolean;
}

/** Nobody reads further down a list; they type another letter. */
const MOST_OFFERED = 50;

function whatIsWrong(values: string[], groups: readonly GroupJson[] | undefined): string | undefined {
  for (const value of values) {
    const name = groupName(value);
    if (name !== undefined) {
      const known = !groups || groups.some((group) => group.name.toLowerCase() === name.toLowerCase());
      if (!known) return `There is no group called “${name}”.`;
      continue;
    }
    try {
      parseMailbox(value);
    } catch (error) {
      if (error instanceof AddressError) return error.message;
    }
  }
  return undefined;
}

export function RecipientField(props: Props) {
  const { id, label, value, onChange, problem, autoFocus, peopleOnly = false } = props;
  const [search, setSearch] = useState('');
  /** The list opens by letters, or where it is asked for; a press in the field asks for nothing. */
  const [list, setList] = useState<'by letters' | 'asked for' | 'closed'>('by letters');
  const people = useCorrespondents().data;
  const groups = useGroups().data;
  const met = useMetAddresses(search).data;
  const { hourCycle } = useSettings();
  const now = useNow(60_000);
  const byAddress = useMemo(
    () =>
      new Map(
        (people ?? []).flatMap((person) => person.addresses.map((address) => [address, person] as const)),
      ),
    [people],
  );
  const clockOf = (zone: string) => timeWords(toLocal(now, zone), hourCycle);
  const personOf = (text: string) =>
    isAddress(text) ? byAddress.get(addressKey(parseMailbox(text).address)) : undefined;

  /** The hours it is now for the members of a group: “06:24 to 23:24”. */
  function spreadOf(group: GroupJson): string {
    const clocks = (people ?? [])
      .filter((person) => person.zone && group.members.includes(person.id))
      .map((person) => ({ local: toLocal(now, person.zone!), zone: person.zone! }))
      .sort((a, b) => a.local.localeCompare(b.local));
    const [first, last] = [clocks[0], clocks.at(-1)];
    if (!first || !last) return '';
    const span = [first, last].map(({ local }) => timeWords(local, hourCycle));
    return span[0] === span[1] ? `· ${span[0]}` : `· ${span.join(' to ')}`;
  }

  const typed = search.trim();
  const sets = (peopleOnly ? [] : (groups ?? []))
    .map(({ name, members }) => ({
      value: `${name}:;`,
      person: undefined,
      address: name,
      members: members.length,
    }))
    .filter((option) => !value.includes(option.value) && folded(option.address).includes(folded(typed)));
  const matching = (people ?? []).flatMap((person) =>
    person.addresses
      .map((address) => ({ value: formatMailbox({ name: person.name, address }), person, address }))
      .filter((option) => !value.includes(option.value) && folded(option.value).includes(folded(typed))),
  );
  // Enter takes the first: a whole address as typed, else the person meant.
  const asTyped: Option[] =
    typed && isAddress(typed) ? [{ value: typed, person: undefined, address: typed }] : [];
  const others = matching.filter((option) => option.address !== addressKey(typed)).slice(0, MOST_OFFERED);
  const offered = new Set([...asTyped, ...others].map(({ address }) => addressKey(address)));
  const past = (typed.length > 1 ? (met ?? []) : []).flatMap(({ name, address }): Option[] => {
    const option = formatMailbox({ name, address });
    if (offered.has(addressKey(address)) || byAddress.has(addressKey(address)) || value.includes(option))
      return [];
    return [{ value: option, person: undefined, address, past: name }];
  });
  const options: Option[] = [...asTyped, ...sets, ...others, ...past];

  const add = (texts: string[]) => onChange([...new Set([...value, ...texts])]);
  function type(text: string) {
    setList('by letters');
    const pieces = endsAPiece(text) ? readAddressList(text) : [];
    // What is before a separator is complete. A name may hold a comma: then its address is still to come.
    if (pieces.length > 0 && (pieces.length > 1 || isRecipient(pieces[0]!) || !text.includes(','))) {
      add(pieces);
      setSearch('');
    } else setSearch(text.replace(/^[\s,;]+/, ''));
  }
  function leave() {
    setList('by letters');
    if (typed) add(readAddressList(typed));
    setSearch('');
  }

  const shownProblem = problem ?? whatIsWrong(value, groups);
  return (
    <div
      className={styles.field}
      // A field of one line would lose the ends of lines, and with them where one address ends.
      onPasteCapture={(event) => {
        const pasted = event.clipboardData.getData('text/plain');
        if (!/[\n\t]/.test(pasted.trim())) return;
        event.preventDefault();
        event.stopPropagation();
        add(readPastedAddresses(`${search}${pasted}`));
        setSearch('');
      }}
    >
      <Select
        id={id}
        mode="multiple"
        aria-label={label}
        aria-invalid={shownProblem ? true : undefined}
        aria-describedby={shownProblem ? `${id}-problem` : undefined}
        status={shownProblem ? 'error' : undefined}
        variant="borderless"
        className={styles.select}
        suffixIcon={null}
        autoFocus={autoFocus}
        value={value}
        onChange={(next: string[]) => {
          onChange(next);
          setSearch('');
          setList('by letters');
        }}
        showSearch={{ filterOption: false, searchValue: search, onSearch: type }}
        onBlur={leave}
        open={list === 'asked for' || (list === 'by letters' && typed !== '')}
        onOpenChange={(open) => !open && setList(typed === '' ? 'by letters' : 'closed')}
        onInputKeyDown={({ key }) => key === 'ArrowDown' && setList('asked for')}
        // Tab takes the option in hand; while nothing is typed it goes on to the next field.
        defaultActiveFirstOption={typed !== ''}
        options={options}
        notFoundContent={typed ? 'Nobody by that name. Type the whole address.' : null}
        optionRender={({ data: { person, address, members, past: name } }) => (
          <span className={styles.option}>
            <span>{person?.name ?? (name || address)}</span>
            {name !== undefined && <span className="quiet">{name && `${address} · `}from past mail</span>}
            {members !== undefined && <span className="quiet">group of {members}</span>}
            {person && (
              <span className="quiet">
                {address}
                {person.zone && ` · ${person.place} ${clockOf(person.zone)}`}
              </span>
            )}
          </span>
        )}
        tagRender={({ value: tag, onClose }) => {
          const text = String(tag);
          const person = personOf(text);
          const group = groups?.find(({ name }) => groupName(text)?.toLowerCase() === name.toLowerCase());
          const name = isAddress(text)
            ? parseMailbox(text).name || parseMailbox(text).address
            : (groupName(text) ?? text);
          return (
            <Tag
              className={isRecipient(text) ? styles.tag : styles.bad}
              closable
              onClose={onClose}
              title={text}
              // The field keeps the focus and its list closed while a tag is pressed.
              onMouseDown={(event) => event.stopPropagation()}
            >
              {name}
              {person?.zone && ` · ${person.place} ${clockOf(person.zone)}`}
              {group && ` · ${group.members.length} ${spreadOf(group)}`}
            </Tag>
          );
        }}
      />
      {shownProblem && (
        <p id={`${id}-problem`} role="alert" className={styles.problem}>
          {shownProblem}
        </p>
      )}
    </div>
  );
}
