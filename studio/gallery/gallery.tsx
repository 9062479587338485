'use client';
/**
 * Every primitive in each of its states, and every kind of question with its samples, as a visitor and as a creator has it: to look at what was
 * changed in one place. In development and in the demo; nothing of it is kept.
 */
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { samples } from '../../core/questions/samples';
import { kindLabel, kindNames } from '../../core/questions/registry';
import { emptyQuiz } from '../../core/document/blank';
import { isQuestion } from '../../core/document/lookup';
import type { Page, Question, QuestionKind, Quiz } from '../../core/schema/quiz';
import { startRun } from '../../core/flow/run';
import { languages } from '../../visitor/languages';
import { Choose, Toggle } from '../../ui/controls';
import { createDocument, DocumentProvider, useQuiz } from '../document';
import { standOn, TryPage } from '../shell/try-quiz';
import { measuresOf } from '../edits/measures';
import { QuestionPart } from '../write/question';
import { Primitives } from './primitives';
import { Manuscript } from '../shared/sheet';

const Sheet = styled.main`
  padding: 16px 24px 64px;
  max-width: 1260px;
  margin: 0 auto;
  h1 {
    font: 700 30px/1.2 var(--heading);
  }
  h2 {
    font: 700 24px/1.2 var(--heading);
    border-top: 1px solid var(--ink);
    margin-top: 40px;
    padding-top: 10px;
  }
  .settings span:has(> svg) {
    display: inline-flex;
    gap: 6px;
    align-items: center;
  }
  .settings {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 24px;
    align-items: center;
    padding: 12px 0;
  }
  .sample {
    display: grid;
    grid-template-columns: minmax(0, 400px) minmax(0, 1fr);
    gap: 24px;
    padding: 20px 0;
    border-bottom: 1px solid var(--line);
  }
  @media (max-width: 900px) {
    .sample {
      grid-template-columns: minmax(0, 1fr);
    }
  }
`;

const names = new Intl.DisplayNames('en', { type: 'language' });

const pageOf = (question: Question): Page => ({
  id: `page-${question.id}`,
  name: '',
  stage: 'ask',
  blocks: [question],
});

/** All samples as one quiz, each with ids of its own; two outcomes, so that there is something to speak for. */
function quizOfSamples(language: string): Quiz {
  const questions = samples.map((question, i): Question => ({ ...question, id: `sample-${i}` }));
  return {
    ...emptyQuiz('gallery', 'Gallery', questions.map(pageOf)),
    language,
    scales: [{ id: 's', name: 'Warmth' }],
    topics: [{ id: 't', name: 'Weather' }],
  };
}

export function Gallery() {
  const [language, setLanguage] = useState('en');
  return (
    <Sheet>
      <h1>Gallery</h1>
      <p>Every primitive in each of its states, and every kind of question, for visitors and for creators.</p>
      <Primitives />
      <div className="settings" style={{ display: 'block' }}>
        Samples as visitors read them in{' '}
        <Choose
          label="Language of the visitor’s side"
          value={language}
          options={languages.map((id) => ({ id, label: names.of(id) ?? id }))}
          onChange={setLanguage}
        />
      </div>
      <Kinds key={language} quiz={quizOfSamples(language)} />
    </Sheet>
  );
}

function Kinds({ quiz }: { quiz: Quiz }) {
  const [store] = useState(() => createDocument({ quizId: 'gallery', quiz, revision: 0, savedAt: '', isKept: false }));
  const [isNarrow, setNarrow] = useState(false);
  return (
    <DocumentProvider value={store}>
      <div className="settings">
        <Toggle selected={isNarrow} onChange={setNarrow}>
          As narrow as 320 px
        </Toggle>
      </div>
      {kindNames.map((kind) => (
        <KindSamples key={kind} kind={kind} isNarrow={isNarrow} />
      ))}
    </DocumentProvider>
  );
}

function KindSamples({ kind, isNarrow }: { kind: QuestionKind; isNarrow: boolean }) {
  const quiz = useQuiz();
  const targets = useMemo(() => measuresOf(quiz), [quiz]);
  return (
    <section aria-label={kindLabel(kind)}>
      <h2>{kindLabel(kind)}</h2>
      {quiz.pages.map((page, i) => {
        const question = page.blocks.find(isQuestion);
        if (question?.kind !== kind) return null;
        return (
          <div key={page.id} className="sample">
            <div style={isNarrow ? { width: 320 } : undefined}>
              <Taken quiz={quiz} page={page.id} />
            </div>
            <Manuscript style={{ paddingBottom: 0 }}>
              <QuestionPart
                question={question}
                page={page}
                number={i + 1}
                targets={targets}
                topics={quiz.topics}
                cursor={null}
                openKinds={() => undefined}
              />
            </Manuscript>
          </div>
        );
      })}
    </section>
  );
}

/** A sample as a visitor answers it. */
function Taken({ quiz, page }: { quiz: Quiz; page: string }) {
  const run = useMemo(() => standOn(quiz, startRun(quiz, { seed: 1 }), page), [quiz, page]);
  return <TryPage quiz={quiz} run={run} send={() => undefined} again={() => undefined} />;
}
