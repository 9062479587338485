import { setDone } from '../../../../../../server/editing/comments';
import { memberEndpoint } from '../../../../../endpoint';

export const PUT = memberEndpoint('PUT /api/quizzes/{quiz}/comments/{comment}', async (member, { params, body }) => ({
  comments: await setDone(member, params.quiz, params.comment, body.done === 'yes'),
}));
