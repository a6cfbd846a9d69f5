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

export function TwicePressed({ label, again, onPressed, ...button }: Props) {
  const [armed, setArmed] = useState(false);
  useEffect(() => {
    if (!armed) return;
    const timer = setTimeout(() => setArmed(false), PATIENCE_MS);
    return () => clearTimeout(timer);
  }, [armed]);
  return (
    <Button
      {...button}
      danger={armed}
      onClick={() => {
        setArmed(!armed);
        if (armed) onPressed();
      }}
    >
      {armed ? again : label}
    </Button>
  );
}
