import { sendTest, trayOf } from '../../../../../server/letters/mail';
import { memberEndpoint } from '../../../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/letters', async (member, { params }) =>
  trayOf(member, params.quiz),
);

export const POST = memberEndpoint('POST /api/quizzes/{quiz}/letters', async (member, { params, body }) => {
  await sendTest(member, params.quiz, body.message, body.to);
  return { sent: body.to };
});
