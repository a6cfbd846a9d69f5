import { SignIn } from '#ui/signIn/SignIn';

export default function SignInPage() {
  return <SignIn />;
}
