import { findingsOf } from '../../../../../server/results/findings';
import { conditionsIn } from '../../../../../server/results/where';
import { memberEndpoint } from '../../../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/findings', async (member, { params, query }) => ({
  findings: await findingsOf(member, params.quiz, conditionsIn(query.where), {
    isOthers: query.others === 'yes',
  }),
}));
