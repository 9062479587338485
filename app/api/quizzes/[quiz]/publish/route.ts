import { publishQuiz } from '../../../../../server/publish-quiz';
import { bodyReader, LARGEST_INTEGER, studioRoute } from '../../../../http';

const readBody = bodyReader<{ revision: number }>({
  type: 'object',
  additionalProperties: false,
  required: ['revision'],
  properties: { revision: { type: 'integer', minimum: 0, maximum: LARGEST_INTEGER } },
});

export const POST = studioRoute<{ quiz: string }>(async (request, member, { quiz }) => ({
  edition: await publishQuiz(member, quiz, (await readBody(request)).revision),
}));
