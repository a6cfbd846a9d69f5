'use client';
/** Several of a list. Tab goes on to the next field: it takes an option only while letters are typed for one. */
import { Select, type SelectProps } from 'antd';
import { useRef, useState } from 'react';
import { flushSync } from 'react-dom';

type Props<V extends string> = Omit<SelectProps<V[]>, 'mode' | 'open' | 'onOpenChange' | 'onSelect'>;

export function SelectMany<V extends string>({ showSearch, className, ...props }: Props<V>) {
  const [open, setOpen] = useState(false);
  const typed = useRef('');
  return (
    <span
      className={className}
      style={{ display: 'inline-flex', width: className ? undefined : '100%' }}
      onKeyDownCapture={({ key }) => {
        // Before the list sees the key: it would take the option in hand out again.
        if (key === 'Tab' && typed.current === '') flushSync(() => setOpen(false));
      }}
    >
      <Select<V[]>
        {...props}
        mode="multiple"
        style={{ width: '100%' }}
        showSearch={{
          ...(typeof showSearch === 'object' ? showSearch : {}),
          onSearch: (text) => void (typed.current = text),
        }}
        open={open}
        onOpenChange={setOpen}
        onSelect={() => (typed.current = '')}
      />
    </span>
  );
}
