'use client';
/** A view that broke: says so, and how to go on. */
import { Button } from 'antd';

export default function ViewError({ reset }: { error: Error; reset: () => void }) {
  return (
    <div role="alert" style={{ padding: 48 }}>
      <h1>This view stopped working</h1>
      <p>Nothing that was sent or scheduled is affected; drafts are kept as last saved.</p>
      <Button onClick={reset}>Open it again</Button>
    </div>
  );
}
