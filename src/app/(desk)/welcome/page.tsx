import { WelcomeView } from '#ui/welcome/WelcomeView';

export default function WelcomePage() {
  return <WelcomeView />;
}
