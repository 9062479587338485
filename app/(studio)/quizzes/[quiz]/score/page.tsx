import { Score } from '../../../../../studio/score/score';

export default function ScorePage() {
  return <Score />;
}
