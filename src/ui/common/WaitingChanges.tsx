'use client';
import { Button } from 'antd';

/** What has changed in a list while someone is in it, and the way to see it. */
export function WaitingChanges({ waiting, show }: { waiting: number; show: () => void }) {
  return (
    <div role="status">
      {waiting > 0 && (
        <Button type="text" block onClick={show}>
          {waiting} {waiting === 1 ? 'change' : 'changes'}, press to show
        </Button>
      )}
    </div>
  );
}
