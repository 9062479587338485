import { forgetView, keepView } from '../../../../../../server/results/findings-views';
import { memberEndpoint } from '../../../../../endpoint';

export const PUT = memberEndpoint('PUT /api/quizzes/{quiz}/views/{view}', (member, { params, body }) =>
  keepView(member, params.quiz, params.view, body),
);
export const DELETE = memberEndpoint('DELETE /api/quizzes/{quiz}/views/{view}', (member, { params }) =>
  forgetView(member, params.quiz, params.view),
);
