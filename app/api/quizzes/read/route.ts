import { readIntoQuiz } from '../../../../server/quizzes';
import { bodyReader, studioRoute } from '../../../http';

const readBody = bodyReader<{ text: string; fileName: string }>(
  {
    type: 'object',
    additionalProperties: false,
    required: ['text', 'fileName'],
    properties: { text: { type: 'string', minLength: 1 }, fileName: { type: 'string', maxLength: 300 } },
  },
  4_000_000,
);

export const POST = studioRoute(async (request, member) => ({
  id: await readIntoQuiz(member, await readBody(request)),
}));
