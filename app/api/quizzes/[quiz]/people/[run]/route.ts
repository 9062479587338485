import { readPerson } from '../../../../../../server/findings';
import { studioRoute } from '../../../../../http';

export const GET = studioRoute<{ quiz: string; run: string }>(async (_request, member, { quiz, run }) =>
  readPerson(member, quiz, run),
);
