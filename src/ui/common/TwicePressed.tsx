'use client';
/** A button for what cannot be undone: it takes a second press. */
import { Button, type ButtonProps } from 'antd';
import { useEffect, useState } from 'react';

const PATIENCE_MS = 5000;

interface Props extends Omit<ButtonProps, 'onClick'> {
  label: string;
  /** What the button says when it waits for the second press. */
  again: string;
  onPressed: () => void;
}

/** Armed by one press, done by a second one soon after. */
export function useTwice(onPressed: () => void): { armed: boolean; press: () => void } {
  const [armed, setArmed] = useState(false);
  useEffect(() => {
    if (!armed) return;
    const timer = setTimeout(() => setArmed(false), PATIENCE_MS);
    return () => clearTimeout(timer);
  }, [armed]);
  const press = () => {
    setArmed(!armed);
    if (armed) onPressed();
  };
  return { armed, press };
}

export function TwicePressed({ label, again, onPressed, ...button }: Props) {
  const { armed, press } = useTwice(onPressed);
  return (
    <Button {...button} danger={armed} onClick={press}>
      {armed ? again : label}
    </Button>
  );
}
