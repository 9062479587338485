/** Who works in a workspace, and what each may do. */
import { type Static, Type } from '@sinclair/typebox';
import { closed, oneOf } from '../core/schema/kit';
import { contract } from './contract';

const RoleSchema = oneOf('owner', 'editor', 'reader');
export type TeamRole = Static<typeof RoleSchema>;

const Quizzes = Type.Union([Type.Array(Type.String({ maxLength: 60 }), { maxItems: 2_000 }), Type.Null()]);

const TeamSchema = closed({
  workspace: Type.String(),
  /** What the one who asks may do. */
  role: RoleSchema,
  people: Type.Array(
    closed({
      id: Type.String(),
      name: Type.String(),
      email: Type.String(),
      role: RoleSchema,
      isYou: Type.Boolean(),
      /** Those they are here for, by their ids; null for all. */
      quizzes: Quizzes,
    }),
  ),
  invited: Type.Array(
    closed({
      id: Type.String(),
      email: Type.String(),
      role: RoleSchema,
      by: Type.String(),
      expires: Type.String(),
      isSeen: Type.Boolean(),
    }),
  ),
  /** What there is to be here for. */
  quizzes: Type.Array(closed({ id: Type.String(), title: Type.String() })),
  workspaces: Type.Array(closed({ id: Type.String(), name: Type.String(), isHere: Type.Boolean() })),
});
export type Team = Static<typeof TeamSchema>;

export const team = {
  'GET /api/team': contract({ answer: TeamSchema }),
  /** Invites somebody by mail; whoever was invited already gets another letter, and the one before is good for nothing. */
  'POST /api/team/invitations': contract({
    body: closed({ email: Type.String({ maxLength: 254 }), role: RoleSchema }),
    answer: TeamSchema,
  }),
  'DELETE /api/team/invitations/{invitation}': contract({ answer: TeamSchema }),
  'PUT /api/team/people/{person}': contract({ body: closed({ role: RoleSchema }), answer: TeamSchema }),
  /** Says which quizzes somebody is here for. */
  'PUT /api/team/people/{person}/quizzes': contract({ body: closed({ quizzes: Quizzes }), answer: TeamSchema }),
  /** Sends somebody away, or leaves. */
  'DELETE /api/team/people/{person}': contract({ answer: closed({ left: Type.Boolean() }) }),
  'POST /api/team/join': contract({
    body: closed({ token: Type.String({ maxLength: 200 }) }),
    answer: closed({ workspace: Type.String() }),
  }),
  /** Works in another workspace from now on. */
  'POST /api/team/choose': contract({
    body: closed({ workspace: Type.String({ maxLength: 80 }) }),
    answer: closed({ workspace: Type.String() }),
  }),
};
