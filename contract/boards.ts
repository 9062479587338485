/** The board of a quiz: its charts as somebody arranged them. */
import { type Static, Type } from '@sinclair/typebox';
import { COLUMNS, LONGEST_NOTE, LONGEST_TITLE, MOST_PANELS, TALLEST } from '../core/stats/boards';
import { closed, Id, oneOf, optional } from '../core/schema/kit';
import { contract } from './contract';
import { Count } from './kit';
import { DrawingSchema } from './results';

const MOST_ROWS = 2_000;

const FormSchema = oneOf(
  ...(['bars', 'columns', 'tally', 'ring', 'ranking', 'histogram', 'time', 'heat', 'grid', 'dots', 'words'] as const),
);
const PanelSchema = closed({
  id: Id,
  /** What it shows (`core/stats/charts.ts`). */
  of: Type.String({ minLength: 1, maxLength: 300 }),
  as: FormSchema,
  /** Of the creator's own; the name of what it shows where it is empty. */
  title: Type.String({ maxLength: LONGEST_TITLE }),
  note: Type.String({ maxLength: LONGEST_NOTE }),
  /** Whether numbers stand at its parts, and which. */
  numbers: oneOf('none', 'count', 'percent'),
  x: Type.Integer({ minimum: 0, maximum: COLUMNS - 1 }),
  y: Type.Integer({ minimum: 0, maximum: MOST_ROWS }),
  w: Type.Integer({ minimum: 1, maximum: COLUMNS }),
  h: Type.Integer({ minimum: 1, maximum: TALLEST }),
});
export type Panel = Static<typeof PanelSchema>;

const ChartSchema = closed({
  id: Type.String(),
  name: Type.String(),
  about: Type.String(),
  of: Count,
  drawing: Type.Union([
    DrawingSchema,
    closed({
      as: oneOf('runs'),
      days: Type.Array(closed({ name: Type.String(), started: Count, finished: Count })),
    }),
  ]),
});
const BoardSchema = closed({
  /** Rises with each change; who changes another than the newest is refused. */
  version: Count,
  panels: Type.Array(PanelSchema),
});

export const boards = {
  'GET /api/quizzes/{quiz}/board': contract({
    query: closed({ where: optional(Type.String({ maxLength: 6_000 })) }),
    answer: closed({
      ...BoardSchema.properties,
      /** What can be shown; those that are true of `crosses` also against each other. */
      subjects: Type.Array(
        closed({ id: Type.String(), name: Type.String(), group: Type.String(), crosses: Type.Boolean() }),
      ),
      /** What the panels show, once each; without those that the quiz has no more. */
      charts: Type.Array(ChartSchema),
    }),
  }),
  'PUT /api/quizzes/{quiz}/board': contract({
    body: closed({
      version: Count,
      panels: Type.Array(PanelSchema, { maxItems: MOST_PANELS }),
    }),
    answer: closed({ version: Count }),
  }),
};
