/** All endpoints that answer in JSON, by method and path. */
import type { Static, TSchema } from '@sinclair/typebox';
import { access } from './access';
import { account } from './account';
import { boards } from './boards';
import { browserErrors } from './browser-errors';
import { comments } from './comments';
import { connections } from './connections';
import { editing } from './editing';
import { files } from './files';
import { hosts } from './hosts';
import { letters } from './letters';
import { looks } from './looks';
import { operating } from './operating';
import { people } from './people';
import { quizzes } from './quizzes';
import { results } from './results';
import { team } from './team';
import { visits } from './visits';

export const contracts = {
  ...access,
  ...account,
  ...boards,
  ...browserErrors,
  ...comments,
  ...connections,
  ...editing,
  ...files,
  ...hosts,
  ...letters,
  ...looks,
  ...operating,
  ...people,
  ...quizzes,
  ...results,
  ...team,
  ...visits,
};

type Contracts = typeof contracts;
export type Endpoint = keyof Contracts;

type Part<E extends Endpoint, Name extends string> =
  Contracts[E] extends Record<Name, infer Schema extends TSchema> ? Static<Schema> : undefined;
export type BodyOf<E extends Endpoint> = Part<E, 'body'>;
export type QueryOf<E extends Endpoint> = Part<E, 'query'>;
export type AnswerOf<E extends Endpoint> = Part<E, 'answer'>;

/** The names in braces of a path: `'/api/quizzes/{quiz}/people/{run}'` has `quiz` and `run`. */
type Braced<Path extends string> = Path extends `${string}{${infer Name}}${infer Rest}` ? Name | Braced<Rest> : never;
export type ParamsIn<Path extends string> = { [Name in Braced<Path>]: string };
export type ParamsOf<E extends Endpoint> = ParamsIn<E>;
