import { letterAsPage } from '../../../../../../../server/letters/mail';
import { memberFile } from '../../../../../../endpoint';
import { letterPage } from '../../../../../../letter-page';

export const GET = memberFile<{ quiz: string; letter: string }>(async (member, { quiz, letter }) =>
  letterPage(await letterAsPage(member, quiz, letter)),
);
