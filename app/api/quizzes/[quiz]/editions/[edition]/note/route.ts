import { noteEdition } from '../../../../../../../server/publishing/publish-quiz';
import { memberEndpoint } from '../../../../../../endpoint';
import { wholeNumber } from '../../../../../../http';

export const PUT = memberEndpoint(
  'PUT /api/quizzes/{quiz}/editions/{edition}/note',
  async (member, { params, body }) => ({
    note: await noteEdition(member, params.quiz, wholeNumber(params.edition, 'edition'), body.note),
  }),
);
