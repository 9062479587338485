import { createQuiz } from '../../../server/quizzes';
import { bodyReader, studioRoute } from '../../http';

const readBody = bodyReader<{ prompt: string; answers: string[] }>({
  type: 'object',
  additionalProperties: false,
  required: ['prompt', 'answers'],
  properties: {
    prompt: { type: 'string', maxLength: 2000 },
    answers: { type: 'array', maxItems: 200, items: { type: 'string', maxLength: 2000 } },
  },
});

export const POST = studioRoute(async (request, member) => ({ id: await createQuiz(member, await readBody(request)) }));
