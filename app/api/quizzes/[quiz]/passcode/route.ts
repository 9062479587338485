import { setPasscode } from '../../../../../server/publishing/access';
import { memberEndpoint } from '../../../../endpoint';

export const PUT = memberEndpoint('PUT /api/quizzes/{quiz}/passcode', (member, { params, body }) =>
  setPasscode(member, params.quiz, body.passcode),
);
