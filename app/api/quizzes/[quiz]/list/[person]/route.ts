import { setPerson } from '../../../../../../server/publishing/access';
import { memberEndpoint } from '../../../../../endpoint';

export const PUT = memberEndpoint('PUT /api/quizzes/{quiz}/list/{person}', (member, { params, body }) =>
  setPerson(member, params.quiz, params.person, body.may === 'yes'),
);
