import { shortLink } from '../../../../../server/publishing/access';
import { memberEndpoint } from '../../../../endpoint';

export const POST = memberEndpoint('POST /api/quizzes/{quiz}/short', (member, { params }) =>
  shortLink(member, params.quiz),
);
