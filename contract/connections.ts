/** What other systems are told, and the tokens by which they ask. */
import { type Static, Type } from '@sinclair/typebox';
import { HAPPENINGS } from '../core/connections/happenings';
import { SCOPES } from '../core/connections/scopes';
import { closed, oneOf, optional } from '../core/schema/kit';
import { contract } from './contract';
import { Count, Instant, nullable } from './kit';

const keysOf = <K extends string>(table: Record<K, string>): K[] => Object.keys(table) as K[];
const HappeningSchema = oneOf(...keysOf(HAPPENINGS));
const ScopeSchema = oneOf(...keysOf(SCOPES));
const Url = Type.String({ maxLength: 2_000 });
const Quizzes = nullable(Type.Array(Type.String({ maxLength: 60 }), { maxItems: 2_000 }));

const WebhookSchema = closed({
  id: Type.String(),
  url: Url,
  happenings: Type.Array(HappeningSchema),
  /** The quizzes it hears of; null for all. */
  quizzes: Quizzes,
  by: Type.String(),
  /** Why it is not told anything; null where it is. */
  off: nullable(closed({ because: oneOf('hand', 'dead', 'gone'), at: Instant })),
  /** Since when it has taken nothing. */
  failingSince: nullable(Instant),
  waiting: Count,
  failed: Count,
});
export type WebhookLine = Static<typeof WebhookSchema>;
const WebhooksSchema = closed({ webhooks: Type.Array(WebhookSchema) });
export type Webhooks = Static<typeof WebhooksSchema>;

const MessageSchema = closed({
  id: Type.String(),
  kind: Type.String(),
  at: Instant,
  state: oneOf('waiting', 'delivered', 'failed'),
  next: nullable(Instant),
  body: Type.String(),
  tries: Type.Array(
    closed({
      at: Instant,
      /** Milliseconds. */
      took: Count,
      status: nullable(Type.Integer()),
      trouble: Type.String(),
      answer: Type.String(),
    }),
  ),
});
export type WebhookMessage = Static<typeof MessageSchema>;

const TokenSchema = closed({
  id: Type.String(),
  name: Type.String(),
  scopes: Type.Array(ScopeSchema),
  by: Type.String(),
  madeAt: Instant,
  usedAt: nullable(Instant),
  endsAt: nullable(Instant),
  /** Its maker has left: it does nothing any more. */
  isOrphan: Type.Boolean(),
});
export type TokenLine = Static<typeof TokenSchema>;
const TokensSchema = closed({ tokens: Type.Array(TokenSchema) });
export type Tokens = Static<typeof TokensSchema>;

const Happenings = Type.Array(HappeningSchema, { minItems: 1, maxItems: 20, uniqueItems: true });

export const connections = {
  'GET /api/webhooks': contract({ answer: WebhooksSchema }),
  'POST /api/webhooks': contract({
    body: closed({ url: Url, happenings: Happenings, quizzes: Quizzes }),
    answer: WebhooksSchema,
  }),
  /** Changes what is named. Switched on again, it is told at once what waits. */
  'PUT /api/webhooks/{webhook}': contract({
    body: closed({
      url: optional(Url),
      happenings: optional(Happenings),
      quizzes: optional(Quizzes),
      isOn: optional(Type.Boolean()),
    }),
    answer: WebhooksSchema,
  }),
  'DELETE /api/webhooks/{webhook}': contract({ answer: WebhooksSchema }),
  /** The secret that messages are signed with. */
  'GET /api/webhooks/{webhook}/secret': contract({ answer: closed({ secret: Type.String() }) }),
  /** A new one; the one before signs too for another day. */
  'POST /api/webhooks/{webhook}/secret': contract({ answer: closed({ secret: Type.String() }) }),
  'GET /api/webhooks/{webhook}/messages': contract({
    query: closed({ before: optional(Type.String({ pattern: '^\\d{1,15}$' })) }),
    /** Newest first; `next` is the `before` of the next page. */
    answer: closed({ messages: Type.Array(MessageSchema), next: nullable(Type.String()) }),
  }),
  /** Sends a message that means nothing. */
  'POST /api/webhooks/{webhook}/test': contract({ answer: closed({ message: Type.String() }) }),
  /** Sends one message again, or all that were given up. */
  'POST /api/webhooks/{webhook}/again': contract({
    body: closed({ message: optional(Type.String({ maxLength: 80 })) }),
    answer: closed({ sent: Count }),
  }),
  /** Says whether an address that hears of chosen quizzes hears of this one. */
  'PUT /api/quizzes/{quiz}/webhooks/{webhook}': contract({
    body: closed({ hears: Type.Boolean() }),
    answer: WebhooksSchema,
  }),
  'GET /api/tokens': contract({ answer: TokensSchema }),
  /** Its answer is the only one that ever tells the token. */
  'POST /api/tokens': contract({
    body: closed({
      name: Type.String({ minLength: 1, maxLength: 80 }),
      scopes: Type.Array(ScopeSchema, { minItems: 1, maxItems: 40, uniqueItems: true }),
      /** Days until it ends; null: when it is taken back. */
      days: nullable(Type.Integer({ minimum: 1, maximum: 3_650 })),
    }),
    answer: closed({ token: Type.String(), tokens: Type.Array(TokenSchema) }),
  }),
  'DELETE /api/tokens/{token}': contract({ answer: TokensSchema }),
};
