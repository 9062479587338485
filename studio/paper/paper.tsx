'use client';
/** The quiz on paper: to be filled in with a pen, or with its key for whoever marks it. */
import { useState } from 'react';
import styled from 'styled-components';
import { isQuestion } from '../../core/document/lookup';
import { type Interaction, nameOfPart, type Part } from '../../core/questions/interaction';
import { isKeyed, kindOf } from '../../core/questions/registry';
import type { Picture, Question } from '../../core/schema/quiz';
import { PrimaryButton } from '../../ui/controls';
import { Rich } from '../../ui/rich';
import { useQuiz } from '../document';
import { Views } from '../shell/view-switch';

const Sheet = styled.div`
  padding: 20px 24px 64px;
  .bar {
    display: flex;
    flex-wrap: wrap;
    gap: 10px 24px;
    align-items: center;
    margin-bottom: 20px;
  }
  article {
    max-width: 720px;
    padding: 32px 40px;
    background: var(--paper);
    border: 1px solid var(--line);
  }
  h1 {
    font: 700 30px/1.2 var(--heading);
  }
  h2 {
    font: 700 18px/1.3 var(--heading);
    margin: 28px 0 8px;
    padding-top: 10px;
    border-top: 1px solid var(--ink);
  }
  .who {
    display: flex;
    gap: 24px;
    margin: 20px 0;
    span {
      flex: 1;
      border-bottom: 1px solid var(--ink-3);
      padding-bottom: 4px;
      color: var(--ink-2);
      font-size: 13px;
    }
  }
  section {
    display: grid;
    grid-template-columns: 32px minmax(0, 1fr) auto;
    gap: 2px 8px;
    padding: 12px 0;
    break-inside: avoid;
  }
  .number {
    font: 700 18px/1.45 var(--heading);
  }
  .marks {
    color: var(--ink-2);
    font-size: 13px;
  }
  .answer {
    grid-column: 2 / -1;
    margin-top: 6px;
  }
  img {
    max-width: 100%;
    max-height: 260px;
    display: block;
    margin: 8px 0;
  }
  li img {
    max-height: 72px;
    display: inline-block;
    vertical-align: middle;
    margin: 2px 8px 2px 0;
  }
  ul,
  ol {
    list-style: none;
    padding: 0;
    margin: 0;
  }
  li {
    padding: 3px 0;
  }
  .box {
    display: inline-block;
    width: 14px;
    height: 14px;
    border: 1.5px solid var(--ink);
    margin-inline-end: 10px;
    vertical-align: -2px;
    &.one {
      border-radius: 50%;
    }
    &.right {
      background: var(--ink);
      print-color-adjust: exact;
    }
  }
  .line {
    display: block;
    border-bottom: 1px solid var(--ink-3);
    height: 30px;
  }
  .gap {
    display: inline-block;
    min-width: 96px;
    border-bottom: 1px solid var(--ink);
  }
  .place {
    display: inline-block;
    width: 28px;
    border-bottom: 1px solid var(--ink);
    margin-inline-end: 10px;
    text-align: center;
  }
  .sides {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 0 40px;
  }
  table {
    border-collapse: collapse;
    width: 100%;
  }
  th,
  td {
    border-bottom: 1px solid var(--line);
    padding: 5px 8px;
    text-align: center;
    font-weight: 400;
  }
  tbody th {
    text-align: start;
  }
  .key {
    margin-top: 6px;
    padding-inline-start: 10px;
    border-inline-start: 3px solid var(--pine);
  }
  @media (max-width: 600px) {
    padding: 16px;
    article {
      padding: 20px 16px;
    }
  }
  @media print {
    padding: 0;
    .bar {
      display: none;
    }
    article {
      border: 0;
      padding: 0;
      max-width: none;
    }
  }
`;

/** What is wider than a phone is scrolled by itself, with keys too. */
const Wide = styled.div`
  overflow-x: auto;
`;

export function Paper() {
  const quiz = useQuiz();
  const [view, setView] = useState<'blank' | 'key'>('blank');
  const pages = quiz.pages.filter((page) => page.stage === 'ask');
  const first = new Map<string, number>();
  let number = 0;
  for (const page of pages) for (const block of page.blocks) if (isQuestion(block)) first.set(block.id, (number += 1));
  return (
    <Sheet>
      <div className="bar">
        <Views
          label="What stands on the paper"
          options={[
            { id: 'blank', label: 'To fill in' },
            { id: 'key', label: 'With the key' },
          ]}
          value={view}
          onChange={setView}
        />
        <PrimaryButton onPress={() => window.print()}>Print it</PrimaryButton>
      </div>
      <article lang={quiz.language}>
        <h1>{quiz.title}</h1>
        {quiz.description && <p>{quiz.description}</p>}
        {view === 'blank' && (
          <div className="who" aria-hidden="true">
            <span>Name</span>
            <span>Date</span>
          </div>
        )}
        {pages.map((page) => (
          <div key={page.id}>
            {page.name && pages.length > 1 && <h2>{page.name}</h2>}
            {page.blocks.map((block) =>
              isQuestion(block) ? (
                <Asked key={block.id} question={block} number={first.get(block.id) ?? 0} isKey={view === 'key'} />
              ) : block.kind === 'words' ? (
                <Rich key={block.id} text={block.body} />
              ) : null,
            )}
          </div>
        ))}
      </article>
    </Sheet>
  );
}

type Props = { question: Question; number: number; isKey: boolean };
function Asked({ question, number, isKey }: Props) {
  const kind = kindOf(question);
  const keyed = isKeyed(question);
  const { marks = 1, explain } = question;
  const told = explain?.always ?? explain?.right;
  return (
    <section aria-label={`Question ${number}`}>
      <span className="number">{number}</span>
      <div>
        <Rich text={question.prompt} />
        {question.hint && <Rich text={question.hint} />}
        {question.media?.picture && <Shown picture={question.media.picture} />}
      </div>
      <span className="marks">{keyed && `${marks} ${marks === 1 ? 'mark' : 'marks'}`}</span>
      <div className="answer">
        <Place interaction={kind.interaction(question)} isKey={isKey} />
        {isKey && keyed && (
          <div className="key">
            <p>{kind.rightText(question)}</p>
            {told && <Rich text={told} />}
          </div>
        )}
      </div>
    </section>
  );
}

const Shown = ({ picture: { src, text } }: { picture: Picture }) => (
  // Pictures stand at addresses of their own, in one size.
  <img src={src} alt={text} />
);
const Name = ({ part }: { part: Part }) => (
  <>
    {part.picture && <Shown picture={part.picture} />}
    {part.text || (part.picture ? '' : part.id)}
  </>
);
const Lines = ({ n }: { n: number }) => Array.from({ length: n }, (_, i) => <span key={i} className="line" />);
const letterOf = (i: number): string => String.fromCharCode(97 + (i % 26));

/** In an order that is not the right one, always the same: by what is said. */
const mixed = (parts: readonly Part[]): Part[] => [...parts].sort((a, b) => (nameOfPart(a) < nameOfPart(b) ? -1 : 1));

/** Where the answer is written. */
function Place({ interaction, isKey }: { interaction: Interaction; isKey: boolean }) {
  switch (interaction.is) {
    case 'choice':
      return (
        <ul>
          {interaction.options.map((option) => (
            <li key={option.id}>
              <span
                className={`box ${interaction.many ? '' : 'one'} ${isKey && option.credit === 1 ? 'right' : ''}`}
                aria-hidden="true"
              />
              <Name part={option} />
              {isKey && option.credit !== undefined && option.credit > 0 && option.credit < 1 && ` (${option.credit})`}
            </li>
          ))}
        </ul>
      );
    case 'order':
      return (
        <ul>
          {(interaction.keyed ? mixed(interaction.items) : interaction.items).map((item) => (
            <li key={item.id}>
              <span className="place">
                {isKey && interaction.keyed ? interaction.items.findIndex(({ id }) => id === item.id) + 1 : ' '}
              </span>
              <Name part={item} />
            </li>
          ))}
        </ul>
      );
    case 'match': {
      const right = mixed(interaction.right);
      const letterFor = (left: string) => {
        const pair = interaction.pairs.find(([l]) => l === left);
        return pair ? letterOf(right.findIndex(({ id }) => id === pair[1])) : '';
      };
      return (
        <div className="sides">
          <ul>
            {interaction.left.map((part) => (
              <li key={part.id}>
                <span className="place">{isKey ? letterFor(part.id) : ' '}</span>
                <Name part={part} />
              </li>
            ))}
          </ul>
          <ul>
            {right.map((part, i) => (
              <li key={part.id}>
                {letterOf(i)}) <Name part={part} />
              </li>
            ))}
          </ul>
        </div>
      );
    }
    case 'grid':
      return (
        <Wide tabIndex={0} role="group" aria-label="Table">
          <table>
            <thead>
              <tr>
                <td />
                {interaction.columns.map((column) => (
                  <th key={column.id} scope="col">
                    {column.text}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {interaction.rows.map((row) => (
                <tr key={row.id}>
                  <th scope="row">{row.text}</th>
                  {interaction.columns.map((column) => {
                    const isRight = isKey && interaction.pairs.some(([r, c]) => r === row.id && c === column.id);
                    return (
                      <td key={column.id}>
                        <span
                          className={`box ${interaction.many ? '' : 'one'} ${isRight ? 'right' : ''}`}
                          style={{ margin: 0 }}
                          aria-hidden="true"
                        />
                      </td>
                    );
                  })}
                </tr>
              ))}
            </tbody>
          </table>
        </Wide>
      );
    case 'rating':
      return (
        <p>
          {Array.from({ length: interaction.max - interaction.min + 1 }, (_, i) => (
            <span key={i} style={{ marginInlineEnd: 18, whiteSpace: 'nowrap' }}>
              <span className="box one" style={{ marginInlineEnd: 6 }} aria-hidden="true" />
              {interaction.min + i}
            </span>
          ))}
        </p>
      );
    case 'gaps': {
      const right = new Map(interaction.gaps.map(({ id, accept }) => [id, accept[0]?.text ?? '']));
      return <Rich text={interaction.text} gap={(id) => <span className="gap">{isKey ? right.get(id) : ' '}</span>} />;
    }
    case 'name':
    case 'point':
      return (
        <>
          {interaction.picture && <Shown picture={interaction.picture} />}
          {interaction.is === 'name' ? (
            <ol>
              {interaction.spots.map(({ id }, i) => (
                <li key={id}>
                  {i + 1} <span className="gap" />
                </li>
              ))}
            </ol>
          ) : (
            <p>
              Mark in the picture:{' '}
              {interaction.spots
                .map(({ text }) => text)
                .filter(Boolean)
                .join(', ')}
            </p>
          )}
        </>
      );
    case 'essay':
      return <Lines n={8} />;
    default:
      return <Lines n={1} />;
  }
}
