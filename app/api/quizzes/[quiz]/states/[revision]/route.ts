import { draftAt } from '../../../../../../server/editing/history';
import { memberEndpoint } from '../../../../../endpoint';
import { wholeNumber } from '../../../../../http';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/states/{revision}', async (member, { params }) => ({
  quiz: await draftAt(member, params.quiz, wholeNumber(params.revision, 'revision')),
}));
