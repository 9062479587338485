import { boardOf, keepBoard } from '../../../../../server/results/boards';
import { conditionsIn } from '../../../../../server/results/where';
import { memberEndpoint } from '../../../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/board', (member, { params, query }) =>
  boardOf(member, params.quiz, conditionsIn(query.where)),
);
export const PUT = memberEndpoint('PUT /api/quizzes/{quiz}/board', (member, { params, body }) =>
  keepBoard(member, params.quiz, body),
);
