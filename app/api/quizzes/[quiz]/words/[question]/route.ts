import { wordsOf } from '../../../../../../server/results/words';
import { memberEndpoint } from '../../../../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/words/{question}', (member, { params }) =>
  wordsOf(member, params.quiz, params.question),
);
