import { sendTest, trayOf } from '../../../../../server/letters/mail';
import { memberEndpoint } from '../../../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/letters', (member, { params, query }) =>
  trayOf(member, params.quiz, query),
);

export const POST = memberEndpoint('POST /api/quizzes/{quiz}/letters', (member, { params, body }) =>
  sendTest(member, params.quiz, body),
);
