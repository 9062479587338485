import { wordsOf } from '../../../../../../server/results/words';
import { conditionsIn } from '../../../../../../server/results/where';
import { memberEndpoint } from '../../../../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/words/{question}', (member, { params, query }) =>
  wordsOf(member, params.quiz, params.question, conditionsIn(query.where)),
);
