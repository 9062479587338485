/** Edits as they come over the network: their JSON Schema and their types, from one source. What an edit does is checked by applying it. */
import { type Static, Type } from '@sinclair/typebox';
import { closed, oneOf } from './kit';

/** Where a thing stands: list names and ids in turn, `["pages", "p1", "blocks", "q1"]`; `[]` is the quiz itself. */
const PlaceSchema = Type.Array(Type.String({ maxLength: 60 }), { maxItems: 8 });
export type Place = Static<typeof PlaceSchema>;

const After = Type.Union([Type.String(), Type.Null()]);
/** A thing of a list; what else it holds is for the schema of the quiz to say. */
const Item = Type.Object({ id: Type.String() });

const OpSchema = Type.Union([
  /** Sets a field, or takes it away where `to` is absent. `was` is what the editor saw: another value there refuses the edit. */
  closed({
    op: Type.Literal('set'),
    at: PlaceSchema,
    field: Type.Array(Type.String(), { minItems: 1, maxItems: 6 }),
    to: Type.Optional(Type.Unknown()),
    was: Type.Optional(Type.Unknown()),
  }),
  /** Puts a thing into a list behind another, or first where `after` is null. */
  closed({ op: Type.Literal('insert'), at: PlaceSchema, list: Type.String(), item: Item, after: After }),
  /** `ifEmpty` names a list of the thing: it goes only where nothing is in that list any more, and stays without a word otherwise. */
  closed({
    op: Type.Literal('remove'),
    at: PlaceSchema,
    list: Type.String(),
    id: Type.String(),
    ifEmpty: Type.Optional(Type.String()),
  }),
  closed({
    op: Type.Literal('move'),
    at: PlaceSchema,
    list: Type.String(),
    id: Type.String(),
    to: PlaceSchema,
    after: After,
  }),
]);
export type Op = Static<typeof OpSchema>;

export const EditSchema = closed({
  name: Type.String({ maxLength: 80 }),
  ops: Type.Array(OpSchema, { minItems: 1, maxItems: 500 }),
});
export type Edit = Static<typeof EditSchema>;

/** An edit under the id that its browser gave it, so that it is kept once however often it is sent. */
export const SentEditSchema = closed({ id: Type.String({ minLength: 8, maxLength: 60 }), edit: EditSchema });
export type SentEdit = Static<typeof SentEditSchema>;

/** An edit that is on disk: the revision it made, and who made it. */
export const KeptEditSchema = closed({
  revision: Type.Integer(),
  id: Type.String(),
  edit: EditSchema,
  by: Type.String(),
});
export type KeptEdit = Static<typeof KeptEditSchema>;

export const EditRefusalSchema = closed({
  code: oneOf('gone', 'changed', 'exists', 'not-valid'),
  place: Type.Array(Type.String()),
  message: Type.String(),
});
export type EditRefusal = Static<typeof EditRefusalSchema>;
