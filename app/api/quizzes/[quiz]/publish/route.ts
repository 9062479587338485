import { publishQuiz } from '../../../../../server/publishing/publish-quiz';
import { memberEndpoint } from '../../../../endpoint';

export const POST = memberEndpoint('POST /api/quizzes/{quiz}/publish', async (member, { params, body }) => ({
  edition: await publishQuiz(member, params.quiz, body.revision, { isSure: body.isSure ?? false }),
}));
