import { findingsViews } from '../../../../../server/results/findings-views';
import { memberEndpoint } from '../../../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/views', (member, { params }) =>
  findingsViews(member, params.quiz),
);
