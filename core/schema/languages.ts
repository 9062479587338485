/** A quiz in other languages. */
import { type Static, Type } from '@sinclair/typebox';
import { closed, Line, oneOf, optional } from './kit';
import { RichText } from './text';

/** A language tag (BCP 47). */
export const LanguageTag = Type.String({ maxLength: 40, pattern: '^[A-Za-z]{2,3}(-[A-Za-z0-9]{2,8})*$' });

/** A button, label or message in the creator's own words; by plural (Intl.PluralRules) where it has a number in it. */
export const Label = Type.Union([
  Line,
  closed({
    zero: optional(Line),
    one: optional(Line),
    two: optional(Line),
    few: optional(Line),
    many: optional(Line),
    other: Line,
  }),
]);
export type Label = Static<typeof Label>;
export const Labels = Type.Record(Type.String({ maxLength: 60 }), Label);

export const Translation = closed({
  id: LanguageTag,
  /** Visitors get it: `whole` when nothing is missing, `gaps` with what is missing in the quiz's own language. Absent while it is in the works. */
  offered: optional(oneOf('whole', 'gaps')),
  /** By the place of a text (`core/languages/texts.ts`): what it is here, and what it was made from. */
  texts: optional(
    Type.Record(Type.String({ pattern: '^[A-Za-z0-9_/-]{1,300}$' }), closed({ to: RichText, of: RichText })),
  ),
  labels: optional(Labels),
});
export type Translation = Static<typeof Translation>;
