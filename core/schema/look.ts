/** How a quiz looks: a ready look, and what is its own. */
import { Type } from '@sinclair/typebox';
import { closed, oneOf, optional } from './kit';

/** The ready looks. What each is made of stands in `core/look/ready.ts`. */
export const READY = [
  'chalk',
  'meadow',
  'night-camp',
  'blackboard',
  'flapjack',
  'enamel',
  'signpost',
  'ticket',
  'fair-day',
] as const;

/** Type families that ship with the application, all under the SIL Open Font License. */
export const FONTS = [
  'figtree',
  'bricolage-grotesque',
  'source-serif-4',
  'outfit',
  'caveat',
  'nunito',
  'bitter',
  'oswald',
  'red-hat-mono',
  'fredoka',
] as const;

const Colour = Type.String({ pattern: '^#[0-9a-fA-F]{6}$' });

export const Look = Type.Object(
  {
    /** One of the ready-made looks; default "chalk". */
    ready: optional(oneOf(...READY)),
    /** Colours of its own, by what they are for; the others are the ready look's. */
    colours: optional(
      closed({
        /** behind the sheet */ ground: optional(Colour),
        /** the sheet */ paper: optional(Colour),
        /** words */ ink: optional(Colour),
        /** quiet words */ quiet: optional(Colour),
        /** a chosen answer */ chosen: optional(Colour),
        button: optional(Colour),
        /** the words on it */ onButton: optional(Colour),
        /** fine lines, and what progress runs on */ track: optional(Colour),
      }),
    ),
    type: optional(
      closed({
        heading: optional(oneOf(...FONTS)),
        text: optional(oneOf(...FONTS)),
        size: optional(oneOf('small', 'ordinary', 'large')),
      }),
    ),
    shape: optional(
      closed({
        corners: optional(oneOf('straight', 'soft', 'round')),
        lines: optional(oneOf('none', 'fine', 'bold')),
        shadow: optional(oneOf('none', 'soft', 'hard')),
        rows: optional(oneOf('close', 'roomy')),
        width: optional(oneOf('narrow', 'ordinary', 'wide')),
      }),
    ),
    /** CSS of its own, by the names of docs/format.md. What may not be used is refused when it is published, and never reaches visitors. */
    css: optional(Type.String({ maxLength: 20_000 })),
    layout: optional(
      closed({
        /** where the picture of a question stands */ picture: optional(oneOf('above', 'beside')),
        /** answers */ columns: optional(oneOf('one', 'two')),
        /** before answers */ marks: optional(oneOf('none', 'letters', 'numbers')),
        progress: optional(oneOf('both', 'line', 'words')),
      }),
    ),
  },
  { additionalProperties: false, default: {} },
);
