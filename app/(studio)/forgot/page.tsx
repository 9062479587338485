import { Forgot } from '../../../studio/account/door';

export default function ForgotPage() {
  return <Forgot />;
}
