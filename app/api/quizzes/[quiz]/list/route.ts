import { addPeople, listPage } from '../../../../../server/publishing/access';
import { memberEndpoint } from '../../../../endpoint';

export const GET = memberEndpoint('GET /api/quizzes/{quiz}/list', async (member, { params, query }) => ({
  people: await listPage(member, params.quiz, { search: query.search ?? '', from: Number(query.from ?? 0) }),
}));
export const POST = memberEndpoint('POST /api/quizzes/{quiz}/list', (member, { params, body }) =>
  addPeople(member, params.quiz, body.text),
);
