import { Reset } from '../../../studio/account/sign-in';

export default function ResetPage() {
  return <Reset />;
}
