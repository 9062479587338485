/** Pictures and recordings; their bodies are the bytes themselves. */
import { Type } from '@sinclair/typebox';
import { closed, oneOf } from '../core/schema/kit';
import { contract } from './contract';

export const files = {
  'POST /api/pictures': contract({ answer: closed({ src: Type.String() }) }),
  'POST /api/recordings': contract({ answer: closed({ src: Type.String(), kind: oneOf('video', 'sound') }) }),
};
