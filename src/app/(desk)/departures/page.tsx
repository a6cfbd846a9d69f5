import { DeparturesView } from '#ui/departures/DeparturesView';

export default function DeparturesPage() {
  return <DeparturesView />;
}
