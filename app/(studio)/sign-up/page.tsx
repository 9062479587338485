import { SignUp } from '../../../studio/account/door';

export default function SignUpPage() {
  return <SignUp />;
}
