import { putLive } from '../../../../../../../server/publishing/publish-quiz';
import { memberEndpoint } from '../../../../../../endpoint';
import { wholeNumber } from '../../../../../../http';

export const POST = memberEndpoint('POST /api/quizzes/{quiz}/editions/{edition}/live', async (member, { params }) => ({
  edition: await putLive(member, params.quiz, wholeNumber(params.edition, 'edition')),
}));
