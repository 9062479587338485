import { sendTest, trayOf } from '../../../../../server/mail';
import { bodyReader, studioRoute } from '../../../../http';

const readBody = bodyReader<{ message: string; to: string }>({
  type: 'object',
  additionalProperties: false,
  required: ['message', 'to'],
  properties: { message: { type: 'string', maxLength: 60 }, to: { type: 'string', maxLength: 300 } },
});

export const GET = studioRoute<{ quiz: string }>(async (_request, member, { quiz }) => trayOf(member, quiz));

/** Sends a test of a letter. */
export const POST = studioRoute<{ quiz: string }>(async (request, member, { quiz }) => {
  const { message, to } = await readBody(request);
  await sendTest(member, quiz, message, to);
  return { sent: to };
});
