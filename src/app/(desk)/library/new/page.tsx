import { NewText } from '#ui/texts/NewText';

export default async function NewTextPage({ searchParams }: { searchParams: Promise<{ from?: string }> }) {
  const { from } = await searchParams;
  return <NewText key={from ?? ''} from={from} />;
}
