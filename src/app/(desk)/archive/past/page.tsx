import { ImportPanel } from '#ui/archive/ImportPanel';

export default function PastMailPage() {
  return <ImportPanel />;
}
