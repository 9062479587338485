import { sendFailedAgain } from '../../../../../../server/letters/mail';
import { memberEndpoint } from '../../../../../endpoint';

export const POST = memberEndpoint('POST /api/quizzes/{quiz}/letters/failed', async (member, { params }) => ({
  queued: await sendFailedAgain(member, params.quiz),
}));
