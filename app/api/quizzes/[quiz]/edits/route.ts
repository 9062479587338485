import { editsSince, keepEdits } from '../../../../../server/editing/edit-quiz';
import { memberEndpoint } from '../../../../endpoint';
import { wholeNumber } from '../../../../http';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/edits', async (member, { params, query }) =>
  editsSince(member, params.quiz, wholeNumber(query.since, 'since')),
);

export const POST = memberEndpoint('POST /api/quizzes/{quiz}/edits', async (member, { params, body }) =>
  keepEdits(member, params.quiz, body.base, body.edits),
);
