import { CorrespondentsView } from '#ui/correspondents/CorrespondentsView';

export default function Page() {
  return <CorrespondentsView />;
}
