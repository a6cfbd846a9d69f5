import { ImportPanel } from '#ui/archive/ImportPanel';

export default function ArchivePage() {
  return <ImportPanel />;
}
