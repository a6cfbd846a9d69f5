import { FirstMessage } from '../../../ui/inbox/FirstMessage';

export default function InboxPage() {
  return <FirstMessage />;
}
