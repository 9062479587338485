import { stateOf } from '../../../../../../server/history';
import { studioRoute, wholeNumber } from '../../../../../http';

export const GET = studioRoute<{ quiz: string; revision: string }>(async (_request, member, { quiz, revision }) => {
  return { quiz: await stateOf(member, quiz, wholeNumber(revision, 'revision')) };
});
