/** Looks that a workspace keeps. */
import { Type } from '@sinclair/typebox';
import { closed, optional } from '../core/schema/kit';
import { contract } from './contract';
import { Count, Instant, LookDocument } from './kit';

const Name = Type.String({ minLength: 1, maxLength: 80 });
const KeptLookSchema = closed({
  id: Type.String(),
  name: Type.String(),
  look: LookDocument,
  changedAt: Instant,
  changedBy: Type.String(),
  /** The quizzes that wear it; `isOwn` where one has gone its own way since. */
  worn: Type.Array(closed({ quiz: Type.String(), title: Type.String(), isOwn: Type.Boolean() })),
});

export const looks = {
  'GET /api/looks': contract({
    answer: closed({
      looks: Type.Array(KeptLookSchema),
      /** All quizzes that a look can be given to. */
      quizzes: Type.Array(closed({ id: Type.String(), title: Type.String() })),
    }),
  }),
  'POST /api/looks': contract({
    body: closed({ name: Name, look: LookDocument }),
    answer: closed({ id: Type.String() }),
  }),
  /** Changes it for all that wear it. */
  'PUT /api/looks/{look}': contract({
    body: closed({ name: optional(Name), look: optional(LookDocument) }),
    answer: closed({ changed: Count }),
  }),
  /** Quizzes keep what they wear. */
  'DELETE /api/looks/{look}': contract({ answer: closed({ gone: Type.Boolean() }) }),
  'POST /api/looks/{look}/worn': contract({
    body: closed({ quizzes: Type.Array(Type.String({ maxLength: 60 }), { maxItems: 500 }) }),
    answer: closed({ changed: Count }),
  }),
};
