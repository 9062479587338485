import { type Edit, EditSchema } from '../../../../../core/quiz/edits';
import { editsSince, keepEdits } from '../../../../../server/edit-quiz';
import { bodyReader, LARGEST_INTEGER, studioRoute, wholeNumber } from '../../../../http';

const { $defs, ...edit } = EditSchema;
const readBody = bodyReader<{ base: number; edits: { id: string; edit: Edit }[] }>(
  {
    type: 'object',
    additionalProperties: false,
    required: ['base', 'edits'],
    properties: {
      base: { type: 'integer', minimum: 0, maximum: LARGEST_INTEGER },
      edits: {
        type: 'array',
        maxItems: 500,
        items: {
          type: 'object',
          additionalProperties: false,
          required: ['id', 'edit'],
          properties: { id: { type: 'string', minLength: 8, maxLength: 60 }, edit },
        },
      },
    },
    $defs,
  },
  2_000_000,
);

export const GET = studioRoute<{ quiz: string }>(async (request, member, { quiz }) => {
  const since = wholeNumber(new URL(request.url).searchParams.get('since'), 'since');
  return editsSince(member, quiz, since);
});

export const POST = studioRoute<{ quiz: string }>(async (request, member, { quiz }) => {
  const { base, edits } = await readBody(request);
  return keepEdits(member, quiz, base, edits);
});
