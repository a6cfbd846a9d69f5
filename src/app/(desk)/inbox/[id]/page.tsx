import { ReadingPane } from '#ui/inbox/ReadingPane';

export default async function MessagePage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return <ReadingPane key={id} id={id} />;
}
