import { sendAgain } from '../../../../../../server/letters/mail';
import { memberEndpoint } from '../../../../../endpoint';

export const POST = memberEndpoint(
  'POST /api/quizzes/{quiz}/letters/{letter}',
  async (member, { params: { quiz, letter } }) => {
    await sendAgain(member, quiz, letter);
    return { queued: letter };
  },
);
