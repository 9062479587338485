/** Host names of a workspace's own. */
import { type Static, Type } from '@sinclair/typebox';
import { closed } from '../core/schema/kit';
import { contract } from './contract';

const HostNamesSchema = closed({
  hosts: Type.Array(
    closed({
      host: Type.String(),
      /** Where its quizzes stand, without a slash at the end. */
      url: Type.String(),
      /** The text record that proves it: its name, and what it says. */
      record: Type.String(),
      text: Type.String(),
      /** Where the name itself must lead. */
      leadsTo: Type.String(),
      isProven: Type.Boolean(),
    }),
  ),
});
export type HostNames = Static<typeof HostNamesSchema>;

export const hosts = {
  'GET /api/team/hosts': contract({ answer: HostNamesSchema }),
  'POST /api/team/hosts': contract({
    body: closed({ host: Type.String({ maxLength: 300 }) }),
    answer: HostNamesSchema,
  }),
  /** Looks whether its record stands there. */
  'POST /api/team/hosts/{host}/proof': contract({ answer: HostNamesSchema }),
  'DELETE /api/team/hosts/{host}': contract({ answer: HostNamesSchema }),
};
