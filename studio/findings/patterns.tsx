'use client';
/** Patterns: which answers go with which outcome, how well questions tell apart, how well scales hold together. */
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import type { AnswerOf } from '../../contract';
import { call } from '../../contract/call';
import { LineInput, TextButton } from '../../ui/controls';
import { Alarm, Muted, PlainList, Strong } from '../../ui/text';
import { useDocument, useQuiz } from '../document';
import { useKeepTyped } from '../shared/keep-typed';
import { messageOf } from '../shared/trouble';
import { Bars, number, percent } from './bars';
import { useWhere } from './filters';
import { Figures, Sideways } from './section';
import { WithTable } from './take-out';

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
  > ul > li {
    padding: 10px 0 14px;
    border-bottom: 1px solid var(--line);
  }
  table {
    width: 100%;
  }
  .apart {
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
  const { found, runs, read, walked, edition, tests, method, questions, scales, deciding, together, links, alike } =
    told;
  return (
    <div>
      <p style={{ maxWidth: 760, marginBottom: 18 }}>
        From {number(runs)} finished {runs === 1 ? 'run' : 'runs'} of edition {edition}.{' '}
        {tests === 0
          ? 'That is too little to find anything: each answer needs ten people who chose it, and ten who did not.'
          : `${number(tests)} pairs of an answer and an outcome were looked at. What stands here differs by more than chance explains, corrected for looking at so many (${method}, 5%).`}
      </p>
      {read < runs && (
        <p style={{ maxWidth: 760, marginBottom: 18 }}>
          Pairs of answers and outcomes are counted of all of them; everything else is read out of the newest{' '}
          {number(read)}.
        </p>
      )}
      {deciding.map(
        ({ id, name, questions: turned }) =>
          turned.length > 0 && (
            <Section key={`deciding ${id}`} aria-label={`What decides ${name}`}>
              <h3>What decides {name}</h3>
              <p style={{ marginBottom: 8 }}>
                In how many of {walked < runs ? `the newest ${number(walked)} runs` : 'these runs'} another answer to
                this question alone would have led to another outcome.
              </p>
              <Bars label={`Questions that decide ${name}`} bars={turned} />
            </Section>
          ),
      )}
      {verdicts.map(({ id, name }) => (
        <Section key={id} aria-label={`What goes with ${name}`}>
          <WithTable of="patterns" name="All that goes with an outcome">
            <h3>What goes with {name}</h3>
          </WithTable>
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
      <Groups alike={alike} />
      {links.found.length > 0 && <Links links={links} />}
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
      <span className="apart" aria-hidden="true">
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

/** What the size of a correlation says (Cohen, Statistical Power Analysis for the Behavioral Sciences, 1988); below these bounds. */
const LINKED: [below: number, words: string][] = [
  [0.3, 'weakly'],
  [0.5, 'moderately'],
  [Infinity, 'strongly'],
];
const signed = (r: number) => r.toFixed(2).replace('-', '−');
const inP = (p: number) => (p < 0.001 ? 'p < 0.001' : `p = ${p.toFixed(3)}`);

const Links = ({ links: { found, method } }: { links: Told['links'] }) => (
  <Section aria-label="Scales against each other">
    <h3>Scales against each other</h3>
    <p style={{ marginBottom: 4 }}>Each two scales ({method}, 5%).</p>
    <PlainList>
      {found.map(({ one, other, n, r, low, high, p }) => (
        <li key={`${one} ${other}`}>
          <Strong>{one}</Strong> and <Strong>{other}</Strong>:{' '}
          {p > 0.05
            ? 'how much of the one says nothing of the other that chance would not explain.'
            : `those who have more of the one have ${LINKED.find(([below]) => Math.abs(r) < below)?.[1]} ${r > 0 ? 'more' : 'less'} of the other.`}{' '}
          <Muted>
            (r {signed(r)}, between {signed(low)} and {signed(high)}; {number(n)} runs; {inP(p)})
          </Muted>
        </li>
      ))}
    </PlainList>
  </Section>
);

function Groups({ alike: { runs, silhouette, groups } }: { alike: Told['alike'] }) {
  return (
    <Section aria-label="Visitors who answer alike">
      <h3>Visitors who answer alike</h3>
      <p style={{ marginBottom: 4 }}>
        {silhouette === null
          ? 'Too little to look for groups in: that takes 60 runs, and two questions that nearly everybody answered.'
          : groups.length === 0
            ? 'No groups stand out: these visitors answer no more alike than if each answer were given by chance.'
            : `${number(runs)} runs fall into ${groups.length} groups (silhouette ${silhouette.toFixed(2)}, where 1 is as clear as can be; none of 19 looks at the same answers shuffled found any as clear).`}
      </p>
      <PlainList>
        {groups.map((group, i) => (
          <li key={group.run}>
            <Group group={group} at={i + 1} of={runs} />
          </li>
        ))}
      </PlainList>
    </Section>
  );
}

function Group({ group, at, of }: { group: Told['alike']['groups'][number]; at: number; of: number }) {
  const quiz = useDocument((s) => s.quizId);
  const [name, setName] = useState(group.name);
  const [kept, setKept] = useState(group.name);
  const [trouble, setTrouble] = useState('');
  const keep = useKeepTyped(name, kept, (next) =>
    call('PUT /api/quizzes/{quiz}/groups/{run}', { quiz, run: group.run, body: { name: next } }).then(
      () => {
        setKept(next);
        setTrouble('');
      },
      (error: unknown) => setTrouble(messageOf(error)),
    ),
  );
  return (
    <>
      <label style={{ display: 'block', maxWidth: 360 }}>
        Name of group {at}{' '}
        <LineInput
          value={name}
          maxLength={80}
          placeholder={`Group ${at}`}
          onChange={(event) => setName(event.target.value)}
          onBlur={keep}
          onKeyDown={(event) => {
            if (event.key === 'Enter') keep();
          }}
        />
      </label>
      <p style={{ marginTop: 8 }}>
        <Strong>{number(group.runs)}</Strong> runs, {percent(group.runs / of)} of all.{' '}
        {group.answers.length === 0 && 'No single answer tells them; it is the mixture.'}
      </p>
      <Telling>
        {group.answers.map(({ question, option, chose, of: asked, others, othersOf }) => (
          <li key={`${question} ${option}`}>
            {percent(chose / asked)} answer “{option}” to “{question}”, of the others {percent(others / othersOf)}.
          </li>
        ))}
      </Telling>
      {group.outcomes.length > 0 && <Bars label={`Outcomes of ${kept || `group ${at}`}`} bars={group.outcomes} />}
      {trouble && <Alarm role="alert">{trouble}</Alarm>}
    </>
  );
}

const Telling = styled.ul`
  margin: 4px 0 10px;
  padding-inline-start: 20px;
  li {
    padding: 2px 0;
  }
`;
