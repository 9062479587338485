import { sayPresent } from '../../../../../server/editing/presence';
import { memberEndpoint } from '../../../../endpoint';

export const POST = memberEndpoint('POST /api/quizzes/{quiz}/presence', (member, { params, body }) =>
  sayPresent(member, params.quiz, body.block),
);
