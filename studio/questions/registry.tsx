'use client';
/** The only list of kinds in the studio. */
import { memo } from 'react';
import type { Question, QuestionKind } from '../../core/schema/quiz';
import { choice } from './choice';
import { date } from './date';
import { essay } from './essay';
import { gaps } from './gaps';
import { grid } from './grid';
import type { Body, StudioKind } from './kind';
import { match } from './match';
import { number } from './number';
import { order } from './order';
import { rating } from './rating';
import { slider } from './slider';
import { spots } from './spots';
import { text } from './text';

const kinds: { [K in QuestionKind]: StudioKind<Extract<Question, { kind: K }>> } = {
  choice,
  text,
  essay,
  number,
  slider,
  rating,
  date,
  order,
  match,
  gaps,
  grid,
  spots,
};

/** Kinds take questions of their own alone: ask it of the question that it was found by. */
export const studioKind = (question: Question): StudioKind<Question> => kinds[question.kind] as StudioKind<Question>;

/** Whether two states of a question differ in nothing but their wording. */
function sameButWording(a: Question, b: Question): boolean {
  // Keys of a question, which TypeScript gives as any text.
  const fields = new Set([...Object.keys(a), ...Object.keys(b)]) as Set<keyof Question>;
  fields.delete('prompt');
  return [...fields].every((field) => a[field] === b[field]);
}

/** What is typed under the wording of a question. Typing the wording leaves it as it is. */
export const QuestionBody = memo(
  function QuestionBody(body: Body<Question>) {
    const { Body } = studioKind(body.question);
    return <Body {...body} />;
  },
  (a, b) => {
    const { question, targets, cursor, hands } = a;
    const rest = targets === b.targets && cursor === b.cursor && hands === b.hands;
    return rest && sameButWording(question, b.question);
  },
);
