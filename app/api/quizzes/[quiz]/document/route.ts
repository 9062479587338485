import { putDocument } from '../../../../../server/editing/quizzes';
import { memberEndpoint } from '../../../../endpoint';

export const PUT = memberEndpoint('PUT /api/quizzes/{quiz}/document', async (member, { params, body }) => ({
  revision: await putDocument(member, params.quiz, body.revision, body.document),
}));
