/** Who may take a quiz, how often, and when. It takes effect at once, and stands beside the editions. */
import { type Static, Type } from '@sinclair/typebox';
import { closed, Line, oneOf, optional } from './kit';
import { LanguageTag } from './languages';
import { Source } from './text';

/** A moment (ISO 8601, UTC, whole seconds). */
const Moment = Type.String({ pattern: '^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}:\\d{2}Z$' });
/** A time as a clock on the wall shows it, "2027-04-19T09:00". */
const WallTime = Type.String({ pattern: '^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}$' });

const words = {
  before: optional(Line),
  after: optional(Line),
  full: optional(Line),
  taken: optional(Line),
  door: optional(Line),
};
const ByLanguage = Type.Record(LanguageTag, closed(words), { additionalProperties: false, maxProperties: 50 });

export const AccessSchema = closed({
  /** Closed by hand, since then; open where it is absent. */
  shut: optional(Moment),
  from: optional(WallTime),
  until: optional(WallTime),
  /** Where those clocks hang (IANA); UTC where it is absent. */
  zone: optional(Type.String({ pattern: '^[A-Za-z0-9_+/-]{1,60}$' })),
  /** Finished runs, at most. */
  most: optional(Type.Integer({ minimum: 1, maximum: 10_000_000 })),
  /** Minutes in which whoever has begun may finish once it is closed; 60 where it is absent. */
  grace: optional(Type.Integer({ minimum: 0, maximum: 10_080 })),
  /** Whoever knows the passcode, or is on the list; anyone where it is absent. */
  who: optional(oneOf('passcode', 'list')),
  /** What visitors say of themselves before they begin; nothing where it is absent. */
  says: optional(oneOf('name', 'number', 'email')),
  /** How often each may take it; without end where it is absent. */
  times: optional(Type.Integer({ minimum: 1, maximum: 1_000 })),
  /** Another edition, shown to so many percent of new visitors. */
  second: optional(closed({ edition: Type.Integer({ minimum: 1 }), share: Type.Integer({ minimum: 1, maximum: 99 }) })),
  /** How it looks where somebody shares its address; the title and the description of the quiz, and a picture drawn of them, where absent. */
  shared: optional(
    closed({ title: optional(Line), line: optional(Line), picture: optional(closed({ src: Source, text: Line })) }),
  ),
  /** What is kept of visitors beside their answers; nothing where it is absent. */
  keeps: optional(
    closed({
      page: optional(Type.Literal(true)),
      device: optional(Type.Literal(true)),
      region: optional(Type.Literal(true)),
    }),
  ),
  /** What of a run is wiped, so many days after it last went on. Traces are `keeps`, the source, and what was said at the door. */
  wipe: optional(
    closed({ what: oneOf('contacts', 'traces', 'runs'), days: Type.Integer({ minimum: 1, maximum: 3_650 }) }),
  ),
  /** The creator's own words, in the place of ours. */
  words: optional(
    closed({ ...words, /** where the quiz is in several languages */ translations: optional(ByLanguage) }),
  ),
});
export type Access = Static<typeof AccessSchema>;
