/** Texts with their formatting, and pictures, sound and video. */
import { Type } from '@sinclair/typebox';
import { byField, closed, Id, Line, oneOf, optional, shared } from './kit';

export const Mark = byField(
  'type',
  closed({ type: oneOf('bold') }),
  closed({ type: oneOf('italic') }),
  closed({
    type: oneOf('link'),
    attrs: closed({
      href: Type.String({ maxLength: 2_000, pattern: '^(https?://|mailto:|tel:|/(?!/))[^\\u0000-\\u0020\\\\]*$' }),
    }),
  }),
);
export const Insert = closed({
  type: oneOf('insert'),
  attrs: closed({
    value: oneOf(
      'firstName',
      'name',
      'contact',
      'outcome',
      'points',
      'percent',
      'standing',
      'right',
      'answer',
      'known',
      'title',
      'date',
      'edition',
      'resultLink',
      'goOnLink',
      'certificateLink',
      'quizLink',
    ),
    /** The scale, verdict, question, contact field or known value that is meant. */
    ref: optional(Id),
    /** Stands where the value is empty. */
    fallback: Line,
  }),
});
export const Gap = closed({ type: oneOf('gap'), attrs: closed({ gap: Id }) });
export const Inline = shared(
  'Inline',
  byField(
    'type',
    closed({
      type: oneOf('text'),
      text: Type.String({ minLength: 1, maxLength: 20_000 }),
      marks: optional(Type.Array(Mark, { maxItems: 3 })),
    }),
    Insert,
    Gap,
    closed({ type: oneOf('hardBreak') }),
  ),
);
export const Paragraph = shared(
  'Paragraph',
  closed({ type: oneOf('paragraph'), content: optional(Type.Array(Inline, { maxItems: 500 })) }),
);
export const ListItem = shared(
  'ListItem',
  closed({ type: oneOf('listItem'), content: Type.Array(Paragraph, { maxItems: 20 }) }),
);
export const list = <T extends string>(type: T) =>
  closed({ type: oneOf(type), content: Type.Array(ListItem, { maxItems: 100 }) });
export const RichDoc = closed({
  type: oneOf('doc'),
  content: Type.Array(byField('type', Paragraph, list('bulletList'), list('orderedList')), { maxItems: 300 }),
});
export const RichText = shared('RichText', Type.Union([Type.String({ maxLength: 20_000 }), RichDoc]));

export const Source = Type.String({ maxLength: 2_000, pattern: '^(/[A-Za-z0-9_./-]+|https?://[^\\s]+)$' });
export const Picture = shared(
  'Picture',
  closed({
    src: Source,
    /** What it shows, for those who cannot see it; "" where it only decorates. */
    text: Line,
  }),
);
export const media = { picture: optional(Picture), sound: optional(Picture), video: optional(Picture) };
export const Media = shared('Media', closed(media));
