import { FirstMessage } from '../../../ui/inbox/InboxFrame';

export default function InboxPage() {
  return <FirstMessage />;
}
