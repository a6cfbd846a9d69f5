'use client';
/** Finding messages: words, and keys such as `from:`, with what could come next. */
import { AutoComplete, type InputRef } from 'antd';
import { useSearchParams } from 'next/navigation';
import { useEffect, useRef } from 'react';
import { ComboInput } from '../common/ComboInput';
import { useSettled } from '../common/useSettled';
import { useSearchSuggestions } from '../data/incoming';
import styles from './Inbox.module.css';

interface Props {
  text: string;
  onText: (text: string) => void;
}

const RESTS_MS = 100;
/** The last word, which a suggestion takes the place of. */
const withoutLast = (text: string) => text.slice(0, text.search(/(?<!\S)\S*$/));

export function SearchField({ text, onText }: Props) {
  const field = useRef<InputRef>(null);
  const wanted = useSearchParams().has('find');
  const suggestions = useSearchSuggestions(useSettled(text, RESTS_MS)).data ?? [];
  useEffect(() => {
    if (wanted) field.current?.focus();
  }, [wanted]);
  const shown = text === '' || /\s$/.test(text) ? [] : suggestions;
  return (
    <AutoComplete
      className={styles.search}
      value={text}
      onChange={onText}
      defaultActiveFirstOption={false}
      popupMatchSelectWidth={320}
      // Beside its field, not at the end of the page: whoever listens finds it there.
      getPopupContainer={(field: HTMLElement) => field.parentElement!}
      options={shown.map((each) => ({
        value: withoutLast(text) + each.text,
        label: (
          <span className={styles.suggestion}>
            <b>{each.text}</b> <span className="quiet">{each.words}</span>
          </span>
        ),
      }))}
      onKeyDown={(event) => {
        if (event.key === 'Escape' && text !== '') {
          event.stopPropagation();
          onText('');
        }
      }}
    >
      <ComboInput
        ref={field}
        aria-label="Find messages"
        placeholder="Find: words, from:, state:snoozed …"
        data-find
        allowClear
        maxLength={500}
      />
    </AutoComplete>
  );
}
