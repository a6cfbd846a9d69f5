'use client';
/** A button that unfolds a panel; Escape, or what is done in it, folds it and gives the focus back to the button. */
import { Button, Popover, type ButtonProps } from 'antd';
import { useId, useState, type ReactNode } from 'react';

interface Props {
  title: string;
  button: ButtonProps;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  /** @param close folds it again */
  children: (close: () => void) => ReactNode;
}

export function PanelPopover({ title, button, open, onOpenChange, children }: Props) {
  const titleId = useId();
  const [opener, setOpener] = useState<HTMLElement | null>(null);
  const close = () => {
    onOpenChange(false);
    opener?.focus();
  };
  return (
    <Popover
      open={open}
      onOpenChange={onOpenChange}
      trigger="click"
      destroyOnHidden
      placement="bottomLeft"
      content={
        <div
          role="dialog"
          aria-labelledby={titleId}
          onKeyDown={(event) => {
            if (event.key === 'Escape') close();
            // What happens in it is nothing to the form its button stands in.
            event.stopPropagation();
          }}
          onSubmit={(event) => event.stopPropagation()}
        >
          <div id={titleId} className="ant-popover-title">
            {title}
          </div>
          {children(close)}
        </div>
      }
    >
      <Button ref={setOpener} aria-expanded={open} {...button} />
    </Popover>
  );
}
