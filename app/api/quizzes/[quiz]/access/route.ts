import { accessStanding, setAccess } from '../../../../../server/publishing/access';
import { memberEndpoint } from '../../../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/access', (member, { params }) =>
  accessStanding(member, params.quiz),
);
export const PUT = memberEndpoint('PUT /api/quizzes/{quiz}/access', (member, { params, body }) =>
  setAccess(member, params.quiz, body.settings),
);
