import { setShelf } from '../../../../../server/editing/shelf';
import { memberEndpoint } from '../../../../endpoint';

export const PUT = memberEndpoint('PUT /api/quizzes/{quiz}/shelf', (member, { params, body }) =>
  setShelf(member, params.quiz, body),
);
