/** What went wrong in a browser: no answers, no contacts, nothing that somebody typed. */
import { Type } from '@sinclair/typebox';
import { closed } from '../core/schema/kit';
import { contract } from './contract';

export const browserErrors = {
  'POST /browser-errors': contract({
    body: closed({
      name: Type.String({ maxLength: 100 }),
      /** Without what stands in quotes, which may be somebody's words. */
      message: Type.String({ maxLength: 300 }),
      /** Where in our scripts. */
      stack: Type.String({ maxLength: 2_000 }),
      /** The path of the page, without what stands behind the `?`. */
      path: Type.String({ maxLength: 300 }),
    }),
    largest: 4_000,
    answer: closed({}),
  }),
};
