import { giveLook } from '../../../../../server/editing/looks';
import { memberEndpoint } from '../../../../endpoint';

export const POST = memberEndpoint('POST /api/looks/{look}/worn', (member, { params, body }) =>
  giveLook(member, params.look, body.quizzes),
);
