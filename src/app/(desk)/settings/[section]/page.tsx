import { notFound } from 'next/navigation';
import { isSection } from '../../../../ui/settings/sections';
import { SettingsView } from '#ui/settings/SettingsView';

export default async function SectionPage({ params }: { params: Promise<{ section: string }> }) {
  const { section } = await params;
  if (!isSection(section)) notFound();
  return <SettingsView section={section} />;
}
