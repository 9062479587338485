import { Forgot } from '../../../studio/account/sign-in';

export default function ForgotPage() {
  return <Forgot />;
}
