'use client';
/** How long before or after an event, in words. */
import { Input } from 'antd';
import { useId, useState } from 'react';
import { offsetWords, readOffset, type Offset } from '#core/occasion/offset';
import { OFFSET_HINT } from '../../occasions/OffsetField';

interface Props {
  offset: Offset;
  onChange: (offset: Offset) => void;
}

export function BeforeOffset({ offset, onChange }: Props) {
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const wrong = typed !== null && !readOffset(typed);
  return (
    <>
      <label htmlFor={id}>When</label>
      <Input
        id={id}
        size="small"
        value={typed ?? offsetWords(offset)}
        status={wrong ? 'error' : undefined}
        aria-invalid={wrong ? true : undefined}
        aria-describedby={`${id}-hint`}
        onChange={({ target }) => {
          setTyped(target.value);
          const read = readOffset(target.value);
          if (read) onChange(read);
        }}
        onBlur={() => !wrong && setTyped(null)}
      />
      <span />
      <span id={`${id}-hint`} className="quiet" role={wrong ? 'alert' : undefined}>
        {wrong ? `Write it as: ${OFFSET_HINT}` : OFFSET_HINT}
      </span>
    </>
  );
}
