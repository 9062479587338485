/** What one endpoint takes and answers, as schemas from which the types of both sides follow. */
import type { TObject, TSchema } from '@sinclair/typebox';

export type Contract = {
  /** What may stand behind the `?` of its address. */
  query?: TObject;
  /** A JSON body. */
  body?: TSchema;
  /** Bytes of a body. */
  largest?: number;
  answer: TSchema;
};
export const contract = <const C extends Contract>(one: C): C => one;
