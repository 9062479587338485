import { Reset } from '../../../studio/account/door';

export default function ResetPage() {
  return <Reset />;
}
