import { writeToList } from '../../../../../../server/letters/write-to-list';
import { memberEndpoint } from '../../../../../endpoint';

export const POST = memberEndpoint('POST /api/quizzes/{quiz}/list/letters', (member, { params, body }) =>
  writeToList(member, params.quiz, body),
);
