'use client';
/** Patterns: which answers go with which outcome, how well questions tell apart, how well scales hold together. */
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import type { AnswerOf } from '../../contract';
import { call } from '../../contract/call';
import { TextButton } from '../../ui/controls';
import { Alarm, Muted, PlainList, Strong } from '../../ui/text';
import { useDocument, useQuiz } from '../document';
import { messageOf } from '../shared/trouble';
import { Bars, number, percent } from './bars';
import { useWhere } from './filters';
import { Figures, Sideways } from './section';

type Told = NonNullable<AnswerOf<'GET /api/quizzes/{quiz}/patterns'>['patterns']>;
type Pattern = Told['found'][number];

const Section = styled.section`
  border-top: 1px solid var(--ink);
  padding: 12px 0 28px;
  max-width: 860px;
  h3 {
    font: 700 18px/1.3 var(--heading);
    margin-bottom: 6px;
  }
  li {
    padding: 10px 0 14px;
    border-bottom: 1px solid var(--line);
  }
  table {
    width: 100%;
  }
  .track {
    position: relative;
    display: block;
    height: 14px;
    margin: 8px 7px 0;
    &::before {
      content: '';
      position: absolute;
      inset-inline: -7px;
      top: 3px;
      height: 8px;
      background: var(--line);
    }
    i {
      position: absolute;
      border-radius: 50%;
      width: 14px;
      height: 14px;
      margin-inline-start: -7px;
      border: 2px solid var(--data-1);
    }
    .span {
      border-radius: 0;
      border: 0;
      height: 2px;
      top: 6px;
      margin: 0;
      background: var(--data-1);
    }
  }
`;

export function PatternsView() {
  const quiz = useDocument((s) => s.quizId);
  const { verdicts } = useQuiz();
  const query = useWhere();
  const [told, setTold] = useState<Told | null>(null);
  const [trouble, setTrouble] = useState('');
  useEffect(() => {
    let over = false;
    call('GET /api/quizzes/{quiz}/patterns', { quiz, query }).then(
      ({ patterns }) => !over && setTold(patterns),
      (error: unknown) => !over && setTrouble(messageOf(error)),
    );
    return () => {
      over = true;
    };
  }, [quiz, query]);
  if (trouble) return <Alarm role="alert">{trouble}</Alarm>;
  if (!told) return <Muted role="status">Runs are being read …</Muted>;
  const { found, runs, edition, isAll, tests, method, questions, scales, deciding, together } = told;
  return (
    <div>
      <p style={{ maxWidth: 760, marginBottom: 18 }}>
        From {number(runs)} finished {runs === 1 ? 'run' : 'runs'} of edition {edition}
        {!isAll && ', the newest'}.{' '}
        {tests === 0
          ? 'That is too little to find anything: each answer needs ten people who chose it, and ten who did not.'
          : `${number(tests)} pairs of an answer and an outcome were looked at. What stands here differs by more than chance explains, corrected for looking at so many (${method}, 5%).`}
      </p>
      {deciding.map(
        ({ id, name, questions: turned }) =>
          turned.length > 0 && (
            <Section key={`deciding ${id}`} aria-label={`What decides ${name}`}>
              <h3>What decides {name}</h3>
              <p style={{ marginBottom: 8 }}>
                In how many runs another answer to this question alone would have led to another outcome.
              </p>
              <Bars label={`Questions that decide ${name}`} bars={turned} />
            </Section>
          ),
      )}
      {verdicts.map(({ id, name }) => (
        <Section key={id} aria-label={`What goes with ${name}`}>
          <h3>What goes with {name}</h3>
          <Patterns found={found.filter(({ verdict }) => verdict === id)} />
          {!found.some(({ verdict }) => verdict === id) && <Muted>Nothing that chance alone would not explain.</Muted>}
        </Section>
      ))}
      <Section aria-label="Answers that go together">
        <h3>Answers that go together</h3>
        <p style={{ marginBottom: 4 }}>
          {together.tests === 0
            ? 'Too few runs to find any: each answer needs ten people who chose it, and ten who did not.'
            : `Of all finished runs of edition ${edition}; ${number(together.tests)} pairs of answers to two questions were looked at (${together.method}, 5%).`}
        </p>
        <Patterns
          found={together.found.map((pair) => ({ ...pair, outcome: `“${pair.otherOption}” to “${pair.other}”` }))}
        />
        {together.tests > 0 && together.found.length === 0 && (
          <Muted>Nothing that chance alone would not explain.</Muted>
        )}
      </Section>
      {questions.length > 0 && <Apart questions={questions} />}
      {scales.length > 0 && <Together scales={scales} />}
    </div>
  );
}

type Shown = Omit<Pattern, 'verdict'>;
/** So many are shown at once. */
const FEW = 6;

/** The strongest first; the others where they are asked for. */
function Patterns({ found }: { found: Shown[] }) {
  const [isAll, setAll] = useState(false);
  return (
    <>
      <PlainList>
        {found.slice(0, isAll ? undefined : FEW).map((pattern) => (
          <li key={`${pattern.question} ${pattern.option} ${pattern.outcome}`}>
            <Found pattern={pattern} />
          </li>
        ))}
      </PlainList>
      {!isAll && found.length > FEW && (
        <p style={{ marginTop: 10 }}>
          <TextButton onPress={() => setAll(true)}>Show all {number(found.length)}</TextButton>
        </p>
      )}
    </>
  );
}

const points = (share: number) => Math.round(Math.abs(share) * 100);

function Found({ pattern }: { pattern: Shown }) {
  const { outcome, question, option, chose, reached, others, othersReached, difference, low, high, p } = pattern;
  const [own, other] = [reached / chose, othersReached / others];
  const [from, to] = difference > 0 ? [low, high] : [-high, -low];
  return (
    <>
      <p>
        <Strong>{outcome}</Strong>: {percent(own)} of the {number(chose)} who answered “{option}” to “{question}”,{' '}
        {percent(other)} of the {number(others)} who did not. {points(difference)} points{' '}
        {difference > 0 ? 'more' : 'fewer'}{' '}
        <Muted>
          (between {Math.round(from * 100)} and {Math.round(to * 100)}; p {p < 0.001 ? '< 0.001' : `= ${p.toFixed(3)}`})
        </Muted>
      </p>
      <span className="track" aria-hidden="true">
        <i
          className="span"
          style={{ insetInlineStart: percent(Math.min(own, other)), width: percent(Math.abs(own - other)) }}
        />
        <i style={{ insetInlineStart: percent(other), background: 'var(--chalk)' }} />
        <i style={{ insetInlineStart: percent(own), background: 'var(--data-1)' }} />
      </span>
    </>
  );
}

/** What a correlation of a question with the rest of the marks says; below these bounds, from the least. */
const APART: [below: number, words: string][] = [
  [0, 'Those who know more get it wrong more often: look at its key.'],
  [0.1, 'Tells hardly anything about who knows more.'],
  [0.3, 'Tells a little.'],
  [Infinity, 'Tells well who knows more.'],
];
/** Fewer answers say nothing of a question. */
const LEAST = 30;

const Apart = ({ questions }: { questions: Told['questions'] }) => (
  <Section aria-label="How well questions tell apart">
    <h3>How well questions tell apart</h3>
    <Sideways tabIndex={0} role="group" aria-label="Questions that know right and wrong">
      <Figures>
        <thead>
          <tr>
            <th scope="col">Question</th>
            <th scope="col">Mean credit</th>
            <th scope="col">Discrimination</th>
            <th scope="col">What that says</th>
          </tr>
        </thead>
        <tbody>
          {questions.map(({ id, name, answered, difficulty, discrimination }) => (
            <tr key={id}>
              <th scope="row">{name}</th>
              <td>{percent(difficulty)}</td>
              <td>{discrimination === null ? '–' : discrimination.toFixed(2).replace('-', '−')}</td>
              <td>
                {answered < LEAST
                  ? `Too few answers (${number(answered)}).`
                  : discrimination === null
                    ? 'All the same, so it tells nothing apart.'
                    : APART.find(([below]) => discrimination < below)?.[1]}
              </td>
            </tr>
          ))}
        </tbody>
      </Figures>
    </Sideways>
  </Section>
);

const Together = ({ scales }: { scales: Told['scales'] }) => (
  <Section aria-label="How well scales hold together">
    <h3>How well scales hold together</h3>
    <PlainList>
      {scales.map(({ id, name, mean, sd, alpha }) => (
        <li key={id}>
          <Strong>{name}</Strong>: mean {mean?.toFixed(1)}, spread {sd?.toFixed(1)}, Cronbach’s alpha{' '}
          {alpha?.toFixed(2).replace('-', '−')}.{' '}
          <Muted>
            {(alpha ?? 0) < 0.5
              ? 'Its parts measure different things.'
              : (alpha ?? 0) < 0.7
                ? 'Its parts go together loosely.'
                : 'Its parts go together.'}
          </Muted>
        </li>
      ))}
    </PlainList>
  </Section>
);
