import { ExistingMessage } from '#ui/write/WriteView';

export default async function WriteExistingPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return <ExistingMessage key={id} id={id} />;
}
