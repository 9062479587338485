import { letterAsPage } from '../../../../../../../server/letters/mail';
import { memberFile } from '../../../../../../endpoint';
import { letterPage } from '../../../../../../letter-page';

export const GET = memberFile('GET /api/quizzes/{quiz}/letters/{letter}/page', async (member, { quiz, letter }) =>
  letterPage(await letterAsPage(member, quiz, letter)),
);
