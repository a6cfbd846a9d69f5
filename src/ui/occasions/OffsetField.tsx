'use client';
/** Where a message belongs around an occasion, in words; kept when it is left, and saying what is wrong. */
import { KeptField } from '../common/KeptField';
import { readOffset } from '#core/occasion/offset';

export const OFFSET_HINT =
  '14 days before · 3 of their working days before at 9:00 theirs · the morning after';

/** @throws Error in words where it says no such thing */
export function assertOffset(words: string): void {
  if (!readOffset(words)) throw new Error(`Write it as: ${OFFSET_HINT}`);
}

interface Props {
  label: string;
  value: string;
  keep: (words: string) => Promise<void>;
}

export const OffsetField = ({ label, value, keep }: Props) => (
  <KeptField
    inTable
    label={label}
    value={value}
    keep={(words) => {
      assertOffset(words);
      return keep(words);
    }}
  />
);
