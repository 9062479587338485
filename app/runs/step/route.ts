import { LONGEST_ESSAY } from '../../../core/run/faults';
import type { Sent } from '../../../core/run/run';
import { hashToken } from '../../../server/ids';
import { networkOf, requireRoom } from '../../../server/rates';
import { takeStep } from '../../../server/take-step';
import { answer, bodyReader, LARGEST_INTEGER } from '../../http';
import { runFields } from '../fields';

const id = { type: 'string', maxLength: 60 };
const text = { type: 'string', maxLength: LONGEST_ESSAY };
const ids = { type: 'array', maxItems: 200, items: { type: ['string', 'number'], maxLength: 60 } };
/** Any answer there can be; whether it fits its question is for the core to say. */
const anyAnswer = {
  anyOf: [
    text,
    { type: 'number' },
    ids,
    { type: 'object', maxProperties: 200, additionalProperties: { anyOf: [text, ids] } },
  ],
};
const answers = { type: 'object', maxProperties: 200, additionalProperties: anyAnswer };
const readBody = bodyReader<{ address: string; token: string; seq: number; sent: Sent }>(
  {
    type: 'object',
    additionalProperties: false,
    required: ['address', 'token', 'seq', 'sent'],
    properties: {
      ...runFields,
      seq: { type: 'integer', minimum: 1, maximum: 10_000 },
      sent: {
        type: 'object',
        required: ['do'],
        oneOf: [
          {
            additionalProperties: false,
            required: ['page'],
            properties: {
              do: { const: 'go' },
              page: id,
              answers,
              contact: {
                type: 'object',
                maxProperties: 20,
                additionalProperties: {
                  type: 'object',
                  oneOf: [
                    { additionalProperties: false, required: ['skipped'], properties: { skipped: { const: true } } },
                    {
                      additionalProperties: false,
                      required: ['fields'],
                      properties: {
                        fields: { type: 'object', maxProperties: 20, additionalProperties: text },
                        consent: { type: 'integer', minimum: 1, maximum: LARGEST_INTEGER },
                      },
                    },
                  ],
                },
              },
            },
          },
          { additionalProperties: false, required: ['page'], properties: { do: { const: 'back' }, page: id } },
          { additionalProperties: false, required: ['page'], properties: { do: { const: 'change' }, page: id } },
          {
            additionalProperties: false,
            required: ['of', 'page'],
            properties: { do: { const: 'time' }, of: { enum: ['page', 'quiz'] }, page: id, answers },
          },
          { additionalProperties: false, required: ['outcome'], properties: { do: { const: 'offer' }, outcome: id } },
        ],
      },
    },
  },
  64_000,
);

export const POST = (request: Request) =>
  answer(async () => {
    const { address, token, seq, sent } = await readBody(request);
    requireRoom(['network', networkOf(request)], ['run', hashToken(token)]);
    const result = await takeStep(address, token, seq, sent);
    if ('taken' in result) return result.taken;
    return Response.json(
      {
        code: 'refused',
        message: result.refused[0]?.message ?? '',
        refused: result.refused,
        standing: result.standing,
      },
      { status: 422 },
    );
  });
