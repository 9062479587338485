'use client';
/** What is typed under the wording of a question, by its kind. */
import { memo } from 'react';
import type { Question } from '../../../core/document/schema';
import type { Target } from '../../targets';
import type { Cursor } from '../cursor';
import { Answers } from './choice';
import { GapsPart } from './gaps';
import { GridPart } from './grid';
import type { Hands } from './lines';
import { MatchPart } from './match';
import { DatePart, MeasuredPart } from './measured';
import { OrderPart } from './order';
import { SpotsPart } from './spots';
import { EssayPart, Spellings } from './typed';

type Props = { question: Question; targets: Target[]; cursor: Cursor | null; hands: Hands };

/** Whether two states of a question differ in nothing but their wording. */
function sameButWording(a: Question, b: Question): boolean {
  const fields = new Set([...Object.keys(a), ...Object.keys(b)]) as Set<keyof Question>;
  fields.delete('prompt');
  return [...fields].every((field) => a[field] === b[field]);
}

/** Typing the wording leaves all that stands under it as it is. */
export const QuestionBody = memo(BodyOf, (a, b) => {
  const { question, targets, cursor, hands } = a;
  const rest = targets === b.targets && cursor === b.cursor && hands === b.hands;
  return rest && sameButWording(question, b.question);
});

function BodyOf({ question, targets, cursor, hands }: Props) {
  const open = cursor !== null;
  switch (question.kind) {
    case 'choice':
      return <Answers question={question} targets={targets} cursor={cursor} hands={hands} />;
    case 'text':
      return <Spellings question={question} hands={hands} open={open} />;
    case 'essay':
      return <EssayPart question={question} />;
    case 'number':
    case 'slider':
    case 'rating':
      return <MeasuredPart question={question} targets={targets} open={open} />;
    case 'date':
      return <DatePart question={question} open={open} />;
    case 'order':
      return <OrderPart question={question} targets={targets} cursor={cursor} hands={hands} />;
    case 'match':
      return <MatchPart question={question} cursor={cursor} hands={hands} />;
    case 'gaps':
      return <GapsPart question={question} open={open} />;
    case 'grid':
      return <GridPart question={question} targets={targets} cursor={cursor} hands={hands} />;
    case 'spots':
      return <SpotsPart question={question} cursor={cursor} />;
  }
}
