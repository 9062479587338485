/** One's own account: what it knows, where one is signed in, and leaving. */
import { type Static, Type } from '@sinclair/typebox';
import { closed, oneOf } from '../core/schema/kit';
import { contract } from './contract';

const AccountSchema = closed({
  name: Type.String(),
  email: Type.String(),
  sessions: Type.Array(
    closed({
      id: Type.String(),
      /** What the browser says of itself; "" where it says nothing. */
      browser: Type.String(),
      from: Type.String(),
      since: Type.String(),
      isHere: Type.Boolean(),
    }),
  ),
  workspaces: Type.Array(
    closed({
      id: Type.String(),
      name: Type.String(),
      quizzes: Type.Integer({ minimum: 0 }),
      /** What becomes of it where one leaves: it goes, it stays with others, or it needs another owner first. */
      fate: oneOf('goes', 'stays', 'needs-owner'),
    }),
  ),
});
export type Account = Static<typeof AccountSchema>;

const Password = Type.String({ maxLength: 200 });

export const account = {
  'GET /api/account': contract({ answer: AccountSchema }),
  /** Sends a letter to another address; it is the account's when that letter's address was opened. */
  'PUT /api/account/email': contract({
    body: closed({ email: Type.String({ maxLength: 254 }), password: Password }),
    answer: closed({ sent: Type.String() }),
  }),
  'DELETE /api/account/sessions/{session}': contract({ answer: AccountSchema }),
  /** Leaves for good. */
  'POST /api/account/leave': contract({
    body: closed({ password: Password }),
    answer: closed({ left: Type.Boolean() }),
  }),
};
