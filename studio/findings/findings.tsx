'use client';
/** Findings: what became of those who saw the quiz, and what they answered. */
import { Download } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useCallback, useEffect, useMemo, useState } from 'react';
import styled from 'styled-components';
import type { AnswerOf } from '../../contract';
import { call } from '../../contract/call';
import {
  type Beside,
  type Condition,
  readBeside,
  readConditions,
  writeBeside,
  writeConditions,
} from '../../core/stats/filter';
import { useDocument, useQuiz } from '../document';
import { Muted } from '../../ui/text';
import { Views } from '../shell/view-switch';
import { measuresOf } from '../edits/measures';
import { FieldsChart, OffersChart, OutcomesChart, SpreadChart } from './charts';
import { FilterSentence, FiltersProvider } from './filters';
import { Groups } from './groups';
import { Journey } from './journey';
import { KeptViews } from './kept-views';
import { useLive } from './live';
import { OverTime, Sources } from './over-time';
import { NewKey } from './new-key';
import { PaceOf } from './pace';
import { PatternsView } from './patterns';
import { QuestionsView } from './questions';
import { ToReview } from './to-review';
import { TwoVersions } from './two-versions';
import { PeopleView } from './people';
import type { Findings, People } from '../../contract/results';

const Page = styled.div`
  padding: 14px 24px 64px;
  @media print {
    padding: 0;
  }
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

const BoardView = dynamic(() => import('./board/board').then((m) => m.BoardView), {
  ssr: false,
  loading: () => <Muted role="status">The board is being fetched …</Muted>,
});

/** Above what is printed. */
const Cover = styled.div`
  border-bottom: 3px solid var(--ink);
  margin-bottom: 14px;
  h1 {
    font: 700 30px/1.15 var(--heading);
  }
  p {
    color: var(--ink-2);
    padding: 4px 0 8px;
  }
`;

type Splits = AnswerOf<'GET /api/quizzes/{quiz}/splits'>;

const OUT: Record<string, string> = { csv: 'CSV', xlsx: 'spreadsheet', jsonl: 'JSON lines' };

const VIEWS = [
  { id: 'journey', label: 'Journey' },
  { id: 'board', label: 'Board' },
  { id: 'questions', label: 'Questions' },
  { id: 'patterns', label: 'Patterns' },
  { id: 'people', label: 'People' },
  { id: 'review', label: 'To review' },
  { id: 'key', label: 'New key' },
] as const;

/** Who looks at this address again sees the same. */
function keepInAddress(where: readonly Condition[], against: Beside | null): void {
  const asked = new URLSearchParams([
    ...(where.length > 0 ? [['where', writeConditions(where)]] : []),
    ...(against === null ? [] : [['against', writeBeside(against)]]),
  ]);
  window.history.replaceState(null, '', asked.size > 0 ? `?${String(asked)}` : window.location.pathname);
}

/** Splits of the runs that are meant, asked for anew whenever they may have changed. */
function useSplits(quiz: string, where: string, findings: Findings | null): Splits | null {
  const [splits, setSplits] = useState<Splits | null>(null);
  useEffect(() => {
    if (!findings) return;
    let over = false;
    call('GET /api/quizzes/{quiz}/splits', { quiz, query: where === '' ? {} : { where } }).then(
      (got) => !over && setSplits(got),
      // What stands there stays until the figures change again, or the page is asked for anew.
      () => undefined,
    );
    return () => {
      over = true;
    };
  }, [quiz, where, findings]);
  return splits;
}

export function FindingsTab({
  first,
  people,
  isReader,
  asked,
}: {
  /** Of the runs that were asked for. */
  first: Findings | null;
  people: People;
  isReader: boolean;
  /** By the address. */
  asked: { where: Condition[]; against: Beside | null };
}) {
  const quiz = useQuiz();
  const quizId = useDocument((s) => s.quizId);
  const [where, setWhere] = useState(asked.where);
  const [against, setAgainst] = useState(asked.against);
  const text = writeConditions(where);
  const [told, setTold] = useState({ findings: first, text });
  const [view, setView] = useState<(typeof VIEWS)[number]['id']>('journey');
  useLive(
    quizId,
    text,
    useCallback((findings: Findings | null) => setTold({ findings, text }), [text]),
  );
  const { findings } = told;
  const splits = useSplits(quizId, text, findings);
  const show = useCallback((next: Condition[], beside: Beside | null) => {
    setWhere(next);
    setAgainst(beside);
    keepInAddress(next, beside);
  }, []);
  const filters = useMemo(
    () => ({ where, onChange: (next: Condition[]) => show(next, against) }),
    [where, against, show],
  );

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
  // What waits for a person, and what another key would change, is of all runs.
  const isFiltered = view !== 'review' && view !== 'key';
  const colours = new Map(measuresOf(quiz).flatMap((t) => (t.colour === null ? [] : [[t.id, t.colour] as const])));
  return (
    <FiltersProvider value={filters}>
      <Page>
        <div className="head screen-only">
          <Views label="View" large value={view} onChange={setView} options={[...VIEWS]} />
          <span className="out">
            <Download size={15} /> {text === '' ? 'All runs' : 'These runs'} as
            {['csv', 'xlsx', 'jsonl'].map((kind) => (
              <a key={kind} href={`/api/quizzes/${quizId}/runs.${kind}${search(text)}`} download>
                {OUT[kind]}
              </a>
            ))}
          </span>
        </div>
        <Cover className="print-only">
          <h1>{quiz.title}</h1>
          <p>{new Intl.DateTimeFormat('en', { dateStyle: 'long' }).format(new Date())}</p>
        </Cover>
        {isFiltered && (
          <>
            <FilterSentence label="Which runs" {...filters} choices={splits?.choices ?? null} findings={findings} />
            <div className="screen-only">
              <KeptViews
                where={text}
                against={against && writeBeside(against)}
                mayKeep={!isReader}
                onChoose={(kept) =>
                  show(readConditions(kept.where) ?? [], kept.against === null ? null : readBeside(kept.against))
                }
              />
            </div>
          </>
        )}
        <div role="status">
          {isFiltered && told.text !== text && <Muted>They are being counted …</Muted>}
          {findings.counting > 0 && (
            <Muted>
              {findings.counting.toLocaleString('en')} {findings.counting === 1 ? 'run is' : 'runs are'} still being
              counted; the figures grow by themselves.
            </Muted>
          )}
        </div>
        {view === 'people' ? (
          <PeopleView key={text} first={text === writeConditions(asked.where) ? people : null} mayMark={!isReader} />
        ) : view === 'board' ? (
          <BoardView findings={findings} mayArrange={!isReader} />
        ) : view === 'questions' ? (
          <QuestionsView questions={findings.drawn} />
        ) : view === 'patterns' ? (
          <PatternsView />
        ) : view === 'review' ? (
          <ToReview mayMark={!isReader} />
        ) : view === 'key' ? (
          <NewKey mayScore={!isReader} />
        ) : (
          <>
            <Journey steps={findings.journey} ends={findings.ends} />
            <Groups
              where={where}
              against={against}
              findings={findings}
              choices={splits?.choices ?? null}
              onChange={(next) => show(where, next)}
            />
            {splits && <OverTime days={splits.days} hours={splits.hours} />}
            <PaceOf pace={findings.pace} />
            {splits && splits.sources.length > 0 && <Sources sources={splits.sources} />}
            {findings.machines > 0 && <Machines count={findings.machines} />}
            {findings.versions && text === '' && <TwoVersions versions={findings.versions} />}
            <div className="board">
              {findings.outcomes.map((verdict) => (
                <OutcomesChart key={verdict.verdict} verdict={verdict} colours={colours} />
              ))}
              {findings.offers.length > 0 && <OffersChart offers={findings.offers} />}
              {findings.fields.map((fields) => (
                <FieldsChart key={`field ${fields.id}`} fields={fields} />
              ))}
              {findings.spreads.map((spread) => (
                <SpreadChart key={spread.id} spread={spread} />
              ))}
            </div>
          </>
        )}
      </Page>
    </FiltersProvider>
  );
}

const search = (text: string) => (text === '' ? '' : `?${String(new URLSearchParams({ where: text }))}`);

const Machines = ({ count }: { count: number }) => (
  <Muted as="p" $small style={{ marginTop: 10 }}>
    {count === 1 ? 'One more run looks' : `${count.toLocaleString('en')} more runs look`} like a machine’s by all signs:
    filled in where nobody sees a field, or faster than anybody reads. {count === 1 ? 'It stands' : 'They stand'} in no
    figure.
  </Muted>
);
