import type { Metadata } from 'next';
import { SignIn } from '#ui/signIn/SignIn';

export const metadata: Metadata = { title: 'Oak Lantern' };

export default function SignInPage() {
  return <SignIn />;
}
