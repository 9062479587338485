import { stateOf } from '../../../../../../server/history';
import { Problem } from '../../../../../../server/problem';
import { studioRoute } from '../../../../../http';

export const GET = studioRoute<{ quiz: string; revision: string }>(async (_request, member, { quiz, revision }) => {
  const number = Number(revision);
  if (!Number.isInteger(number) || number < 0) throw new Problem(400, 'not-valid', 'A revision is expected.');
  return { quiz: await stateOf(member, quiz, number) };
});
