import { Paper } from '../../../../../studio/paper/paper';

export default function PaperPage() {
  return <Paper />;
}
