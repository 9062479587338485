import { readEdition } from '../../../../../../server/publishing/publish-quiz';
import { memberEndpoint } from '../../../../../endpoint';
import { wholeNumber } from '../../../../../http';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/editions/{edition}', async (member, { params }) => ({
  quiz: await readEdition(member, params.quiz, wholeNumber(params.edition, 'edition')),
}));
