import { SignUp } from '../../../studio/account/sign-in';

export default function SignUpPage() {
  return <SignUp />;
}
