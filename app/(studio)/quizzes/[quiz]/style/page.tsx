import { Style } from '../../../../../studio/style/style';

export default function StylePage() {
  return <Style />;
}
