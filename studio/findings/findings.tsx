'use client';
/** Findings: what became of those who saw the quiz, and what they answered. */
import { Download } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import { useDocument, useQuiz } from '../document';
import { Muted } from '../../ui/text';
import { Views } from '../shell/view-switch';
import { measuresOf } from '../edits/measures';
import { OffersChart, OutcomesChart, SpreadChart } from './charts';
import { Journey } from './journey';
import { useLive } from './live';
import { PatternsView } from './patterns';
import { QuestionsView } from './questions';
import { ToReview } from './to-review';
import { TwoVersions } from './two-versions';
import { PeopleView } from './people';
import type { Findings, People } from '../../contract/results';

const Page = styled.div`
  padding: 14px 24px 64px;
  .head {
    display: flex;
    gap: 8px 28px;
    justify-content: space-between;
    align-items: center;
    flex-wrap: wrap;
    margin-bottom: 18px;
    font-size: 15px;
  }
  .out {
    display: flex;
    gap: 0 10px;
    align-items: baseline;
    flex-wrap: wrap;
  }
  .head a {
    display: inline-block;
    color: inherit;
    font-weight: 600;
    min-height: 24px;
  }
  .board {
    columns: 3 280px;
    column-gap: 36px;
    margin-top: 28px;
  }
`;

const OUT: Record<string, string> = { csv: 'CSV', xlsx: 'spreadsheet', jsonl: 'JSON lines' };

export function FindingsTab({
  first,
  people,
  isReader,
}: {
  first: Findings | null;
  people: People;
  isReader: boolean;
}) {
  const quiz = useQuiz();
  const quizId = useDocument((s) => s.quizId);
  const [findings, setFindings] = useState(first);
  const [view, setView] = useState<'journey' | 'questions' | 'patterns' | 'people' | 'review'>('journey');
  useLive(quizId, setFindings);

  if (!findings) {
    return (
      <Page>
        <p style={{ color: 'var(--ink-2)', fontSize: 18, maxWidth: 560, paddingTop: 24 }}>
          Nobody can have answered yet: the quiz has not been published. Once it is, everybody who looks, starts,
          answers and finishes is counted here as it happens.
        </p>
      </Page>
    );
  }
  const colours = new Map(measuresOf(quiz).flatMap((t) => (t.colour === null ? [] : [[t.id, t.colour] as const])));
  return (
    <Page>
      <div className="head">
        <Views
          label="View"
          large
          value={view}
          onChange={setView}
          options={[
            { id: 'journey', label: 'Journey' },
            { id: 'questions', label: 'Questions' },
            { id: 'patterns', label: 'Patterns' },
            { id: 'people', label: 'People' },
            { id: 'review', label: 'To review' },
          ]}
        />
        <span className="out">
          <Download size={15} /> All runs as
          {['csv', 'xlsx', 'jsonl'].map((kind) => (
            <a key={kind} href={`/api/quizzes/${quizId}/runs.${kind}`} download>
              {OUT[kind]}
            </a>
          ))}
        </span>
      </div>
      {view === 'people' ? (
        <PeopleView first={people} mayMark={!isReader} />
      ) : view === 'questions' ? (
        <QuestionsView questions={findings.drawn} />
      ) : view === 'patterns' ? (
        <PatternsView />
      ) : view === 'review' ? (
        <ToReview mayMark={!isReader} />
      ) : (
        <>
          <Journey steps={findings.journey} ends={findings.ends} />
          {findings.machines > 0 && <Machines count={findings.machines} />}
          {findings.versions && <TwoVersions versions={findings.versions} />}
          <div className="board">
            {findings.outcomes.map((verdict) => (
              <OutcomesChart key={verdict.verdict} verdict={verdict} colours={colours} />
            ))}
            {findings.offers.length > 0 && <OffersChart offers={findings.offers} />}
            {findings.spreads.map((spread) => (
              <SpreadChart key={spread.id} spread={spread} />
            ))}
          </div>
        </>
      )}
    </Page>
  );
}

const Machines = ({ count }: { count: number }) => (
  <Muted as="p" $small style={{ marginTop: 10 }}>
    {count === 1 ? 'One more run looks' : `${count.toLocaleString('en')} more runs look`} like a machine’s by all signs:
    filled in where nobody sees a field, or faster than anybody reads. {count === 1 ? 'It stands' : 'They stand'} in no
    figure.
  </Muted>
);
