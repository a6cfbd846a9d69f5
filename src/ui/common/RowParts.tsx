'use client';
/** Buttons and boxes for the rows of long lists: plain elements, since a hundred of them are drawn with every step of a scroll. */
import type { ComponentProps } from 'react';
import { useTwice } from './TwicePressed';
import styles from './RowParts.module.css';

interface ButtonProps extends ComponentProps<'button'> {
  /** With an edge, for what one most likely wants. */
  strong?: boolean;
  danger?: boolean;
}

export function RowButton({ strong, danger, className, ...button }: ButtonProps) {
  const names = [styles.button, strong && styles.strong, danger && styles.danger, className];
  return <button type="button" {...button} className={names.filter(Boolean).join(' ')} />;
}

interface TwiceProps extends Omit<ButtonProps, 'onClick'> {
  label: string;
  /** What it says when it waits for the second press. */
  again: string;
  onPressed: () => void;
}

/** For what cannot be undone: it takes a second press. */
export function RowButtonTwice({ label, again, onPressed, ...button }: TwiceProps) {
  const { armed, press } = useTwice(onPressed);
  return (
    <RowButton {...button} danger={armed} onClick={press}>
      {armed ? again : label}
    </RowButton>
  );
}

interface CheckProps {
  'aria-label': string;
  checked: boolean;
  /** Some of what it stands for is chosen, and not all. */
  some?: boolean;
  onChange: (on: boolean) => void;
}

export function RowCheck({ some = false, checked, onChange, ...box }: CheckProps) {
  return (
    <input
      {...box}
      type="checkbox"
      className={styles.check}
      checked={checked}
      ref={(element) => {
        if (element) element.indeterminate = some && !checked;
      }}
      onChange={({ target }) => onChange(target.checked)}
    />
  );
}

/** Heads the column of a row's actions, for those who hear it. */
export const ActionsHead = () => (
  <th scope="col">
    <span className="unseen">Actions</span>
  </th>
);
