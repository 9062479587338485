import { limit } from '../../../../../../server/accounts/team';
import { memberEndpoint } from '../../../../../endpoint';

export const PUT = memberEndpoint('PUT /api/team/people/{person}/quizzes', (member, { params, body }) =>
  limit(member, params.person, body.quizzes),
);
