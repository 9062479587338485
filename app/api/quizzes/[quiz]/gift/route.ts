import { giftStanding, giveAway, stopGiving } from '../../../../../server/editing/gifts';
import { memberEndpoint } from '../../../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/gift', (member, { params }) =>
  giftStanding(member, params.quiz),
);
export const POST = memberEndpoint('POST /api/quizzes/{quiz}/gift', (member, { params }) =>
  giveAway(member, params.quiz),
);
export const DELETE = memberEndpoint('DELETE /api/quizzes/{quiz}/gift', (member, { params }) =>
  stopGiving(member, params.quiz),
);
