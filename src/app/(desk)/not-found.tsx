import Link from 'next/link';

export default function NotFound() {
  return (
    <div style={{ padding: 48 }}>
      <h1>There is no such page</h1>
      <p>
        It may have been a message that is gone. <Link href="/inbox">Go to the inbox</Link>
      </p>
    </div>
  );
}
