'use client';
/** What is typed under the wording of a question, by its kind. */
import type { Question } from '../../../core/quiz/schema';
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

export function QuestionBody({ question, targets, cursor, hands }: Props) {
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
