import { ReturnsView } from '#ui/returns/ReturnsView';

export default function ReturnsPage() {
  return <ReturnsView />;
}
