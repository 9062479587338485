import { writeQuizFile } from '../../../../../server/editing/quizzes';
import { memberEndpoint } from '../../../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/file', async (member, { params, query }) =>
  writeQuizFile(member, params.quiz, query.as),
);
