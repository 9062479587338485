import { Write } from '../../../../../studio/write/write';

export default function WritePage() {
  return <Write />;
}
