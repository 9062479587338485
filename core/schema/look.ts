/** How a quiz looks: a ready look, and what is its own. */
import { Type } from '@sinclair/typebox';
import { closed, Id, oneOf, optional } from './kit';
import { Picture, Source } from './text';

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
    /** The look of the workspace that it follows, as long as nothing in it is changed here. */
    kept: optional(Id),
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
    /** Behind the sheet, beside its colour. */
    background: optional(
      closed({
        /** the colour that the ground goes over into */ to: optional(Colour),
        /** which way it goes over */ towards: optional(oneOf('down', 'across', 'aslant')),
        picture: optional(Source),
        /** how much of the ground lies over the picture: percent, 40 where absent */
        veil: optional(Type.Integer({ minimum: 0, maximum: 95 })),
      }),
    ),
    /** On top of each page. */
    header: optional(
      closed({
        logo: optional(Picture),
        /** where the logo stands */ at: optional(oneOf('start', 'middle')),
        /** a picture from edge to edge, above the words */ band: optional(Picture),
      }),
    ),
    type: optional(
      closed({
        heading: optional(oneOf(...FONTS)),
        text: optional(oneOf(...FONTS)),
        size: optional(oneOf('small', 'ordinary', 'large')),
        /** of headings; as the ready look has it where absent */ weight: optional(oneOf('light', 'regular', 'bold')),
      }),
    ),
    shape: optional(
      closed({
        corners: optional(oneOf('straight', 'soft', 'round')),
        lines: optional(oneOf('none', 'fine', 'bold')),
        shadow: optional(oneOf('none', 'soft', 'hard')),
        rows: optional(oneOf('close', 'roomy')),
        width: optional(oneOf('narrow', 'ordinary', 'wide')),
        /** of words */ align: optional(oneOf('start', 'middle')),
      }),
    ),
    /** How a page comes; never where a visitor's device asks for less of it. */
    motion: optional(oneOf('none', 'fade', 'slide')),
    /** Where it stands in somebody's page. */
    embed: optional(
      closed({
        /** the type of the page around, where it is on the visitor's device */ type: optional(oneOf('page')),
        /** light or dark as the page around is */ scheme: optional(oneOf('page')),
        /** without corners, line and shadow of its own */ plain: optional(Type.Boolean()),
      }),
    ),
    /** CSS of its own, by the names of docs/format.md. What may not be used is refused when it is published, and never reaches visitors. */
    css: optional(Type.String({ maxLength: 20_000 })),
    layout: optional(
      closed({
        /** where the picture of a question stands */ picture: optional(oneOf('above', 'beside', 'behind')),
        /** answers */ columns: optional(oneOf('one', 'two')),
        /** before answers */ marks: optional(oneOf('none', 'letters', 'numbers')),
        /** before questions */ numbers: optional(Type.Boolean()),
        progress: optional(oneOf('both', 'line', 'steps', 'words')),
      }),
    ),
  },
  { additionalProperties: false, default: {} },
);
