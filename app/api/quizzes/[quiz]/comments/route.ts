import { addComment, listComments } from '../../../../../server/editing/comments';
import { memberEndpoint } from '../../../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/comments', async (member, { params }) => ({
  comments: await listComments(member, params.quiz),
}));
export const POST = memberEndpoint('POST /api/quizzes/{quiz}/comments', async (member, { params, body }) => ({
  comments: await addComment(member, params.quiz, body),
}));
