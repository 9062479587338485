import { setHearing } from '../../../../../../server/integrations/webhooks';
import { memberEndpoint } from '../../../../../endpoint';

export const PUT = memberEndpoint('PUT /api/quizzes/{quiz}/webhooks/{webhook}', (member, { params, body }) =>
  setHearing(member, params.quiz, params.webhook, body.hears),
);
