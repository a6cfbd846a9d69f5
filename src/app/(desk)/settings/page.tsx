import { SettingsView } from '../../../ui/settings/SettingsView';

export default function SettingsPage() {
  return <SettingsView />;
}
