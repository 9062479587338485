/** Who may take a quiz, how often and when; its address. What is set takes effect at once. */
import { type Static, Type } from '@sinclair/typebox';
import { AccessSchema } from '../core/schema/access';
import { closed, oneOf, optional } from '../core/schema/kit';
import { contract } from './contract';
import { Count } from './kit';

const AccessStandingSchema = closed({
  settings: AccessSchema,
  hasPasscode: Type.Boolean(),
  /** Runs that have finished. */
  finished: Count,
  /** People on the list. */
  people: Count,
  /** What was wiped, newest first. */
  wipes: Type.Array(closed({ at: Type.String(), what: oneOf('contacts', 'traces', 'runs', 'away'), runs: Count })),
  changes: Type.Array(closed({ at: Type.String(), by: Type.String(), said: Type.String() })),
});
/** The settings as they stand, and who changed them last. */
export type AccessStanding = Static<typeof AccessStandingSchema>;

const PersonSchema = closed({
  id: Type.String(),
  says: Type.String(),
  name: Type.String(),
  isRevoked: Type.Boolean(),
  finished: Count,
  /** Their own link. */
  link: Type.String(),
});
export type ListedPerson = Static<typeof PersonSchema>;

export const LARGEST_LIST = 8_000_000;

export const access = {
  'GET /api/quizzes/{quiz}/access': contract({ answer: AccessStandingSchema }),
  'PUT /api/quizzes/{quiz}/access': contract({
    body: closed({ settings: AccessSchema }),
    answer: AccessStandingSchema,
  }),
  /** What would be wiped now, if it were chosen. */
  'GET /api/quizzes/{quiz}/wipe': contract({
    query: closed({ what: oneOf('contacts', 'traces', 'runs'), days: Type.String({ pattern: '^[1-9]\\d{0,3}$' }) }),
    answer: closed({ runs: Count, oldest: Type.Union([Type.String(), Type.Null()]) }),
  }),
  /** Another passcode, for everybody who comes from now on; "" takes it away. */
  'PUT /api/quizzes/{quiz}/passcode': contract({
    body: closed({ passcode: Type.String({ maxLength: 100 }) }),
    answer: AccessStandingSchema,
  }),
  /** Another web address; the ones before go on leading there. */
  'PUT /api/quizzes/{quiz}/address': contract({
    body: closed({ address: Type.String({ maxLength: 100 }) }),
    answer: closed({ address: Type.String() }),
  }),
  /** A short address beside the one that it has; asked for again it is the same. */
  'POST /api/quizzes/{quiz}/short': contract({ answer: closed({ link: Type.String() }) }),
  'GET /api/quizzes/{quiz}/list': contract({
    query: closed({
      search: Type.Optional(Type.String({ maxLength: 100 })),
      from: Type.Optional(Type.String({ pattern: '^\\d{1,6}$' })),
    }),
    answer: closed({ people: Type.Array(PersonSchema) }),
  }),
  /** Puts people on the list; what cannot be read is told by line, and the rest is taken. */
  'POST /api/quizzes/{quiz}/list': contract({
    body: closed({ text: Type.String({ maxLength: LARGEST_LIST }) }),
    largest: LARGEST_LIST,
    answer: closed({
      added: Count,
      faults: Type.Array(closed({ line: Count, message: Type.String() })),
      people: Count,
    }),
  }),
  /**
   * Writes to everybody on the list who can be reached by mail and has not answered, each with their own link. Sent twice in one round, it is
   * written once.
   */
  'POST /api/quizzes/{quiz}/list/letters': contract({
    body: closed({
      round: Type.String({ pattern: '^[a-z0-9-]{8,40}$' }),
      subject: Type.String({ minLength: 1, maxLength: 200 }),
      words: Type.String({ minLength: 1, maxLength: 5_000 }),
      /** Days after which whoever has not answered by then is written to once more. */
      again: optional(Type.Integer({ minimum: 1, maximum: 60 })),
    }),
    answer: closed({ written: Count, unreachable: Count }),
  }),
  /** Takes somebody off the list, or puts them back; what they have answered stays. */
  'PUT /api/quizzes/{quiz}/list/{person}': contract({
    body: closed({ may: oneOf('yes', 'no') }),
    answer: closed({ people: Count }),
  }),
};
