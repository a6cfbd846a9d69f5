import { TextEditor } from '#ui/texts/TextEditor';

export default async function TextPage({ params }: { params: Promise<{ id: string }> }) {
  return <TextEditor id={(await params).id} />;
}
