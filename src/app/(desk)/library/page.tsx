import { LibraryView } from '#ui/library/LibraryView';

export default function LibraryPage() {
  return <LibraryView />;
}
