/** Pictures and recordings; their bodies are the bytes themselves. */
import { type Static, Type } from '@sinclair/typebox';
import { closed, oneOf } from '../core/schema/kit';
import { contract } from './contract';

const Share = Type.Number({ minimum: 0, maximum: 1 });
const CutSchema = closed({
  src: Type.String({ maxLength: 200 }),
  left: Share,
  top: Share,
  width: Share,
  height: Share,
});
/** A part of a picture, in shares of its sides from 0 to 1. */
export type Cut = Static<typeof CutSchema>;

export const files = {
  /** The newest pictures that were put in here. */
  'GET /api/pictures': contract({ answer: closed({ pictures: Type.Array(closed({ src: Type.String() })) }) }),
  /** A part of a picture of one's own, or of one drawn for everybody, as a picture of its own. */
  'POST /api/pictures/cut': contract({ body: CutSchema, answer: closed({ src: Type.String() }) }),
  'POST /api/pictures': contract({ answer: closed({ src: Type.String() }) }),
  'POST /api/recordings': contract({ answer: closed({ src: Type.String(), kind: oneOf('video', 'sound') }) }),
};
