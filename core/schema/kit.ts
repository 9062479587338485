/** What the schema is put together from. */
import { Type, type Static, type TObject, type TProperties, type TSchema } from '@sinclair/typebox';

export const closed = <T extends TProperties>(properties: T): TObject<T> =>
  Type.Object(properties, { additionalProperties: false });
export const optional = <T extends TSchema>(schema: T) => Type.Optional(schema);
export const oneOf = <T extends string>(...values: T[]) => Type.Unsafe<T>({ type: 'string', enum: values });
/** Objects told apart by one of their fields, so that what is wrong is told of the one that was meant. */
export const byField = <T extends TSchema[]>(field: string, ...kinds: T) =>
  Type.Unsafe<Static<T[number]>>({
    type: 'object',
    required: [field],
    discriminator: { propertyName: field },
    oneOf: kinds,
  });

/** Schemas that stand in many places are written once and referred to: compiling them each time would take seconds. */
export const defs: Record<string, TSchema> = {};
export function shared<T extends TSchema>(name: string, schema: T) {
  defs[name] = { ...schema, $id: name };
  return Type.Unsafe<Static<T>>({ $ref: name });
}

/** Ids are short, stable for life, and never reused. `$`, `.` and `/` stay free for paths. */
export const Id = Type.String({ pattern: '^[A-Za-z0-9_-]{1,60}$' });
export const Line = Type.String({ maxLength: 2_000 });
export const Share = Type.Number({ minimum: 0, maximum: 1 });
export const Seconds = Type.Number({ exclusiveMinimum: 0, maximum: 1_000_000 });
