import { arrives } from '../../../../../../server/letters/arrives';
import { memberEndpoint } from '../../../../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/messages/{message}', (member, { params, query }) =>
  arrives(member, params.quiz, params.message, query.for),
);
