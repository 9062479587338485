'use client';
/** The list of quizzes, as lines of a table, and where a new one starts. */
import { Strong } from '../../ui/text';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import type { FileFormat, QuizLine, TemplateLine } from '../../contract/quizzes';
import { TextButton } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { Table } from './quiz-table';
import { number, QuizRow } from './quiz-row';
import { firstView, labelsIn, linesIn } from './in-view';
import { FindQuizzes, LabelSheet, TableHead } from './list-head';
import { FromList, NewQuiz } from './start-quiz';
import { Templates } from './templates';
import { call } from '../../contract/call';
import { Frame, homeTabs } from '../shell/frame';
import { OwnName, SignOut } from '../account/sign-in';

const Page = styled.div`
  padding: 20px 24px 48px;
  max-width: 1400px;
  h1 {
    font: 700 34px/1.2 var(--heading);
    color: var(--ink);
  }
  .head {
    display: flex;
    align-items: baseline;
    gap: 8px 28px;
    flex-wrap: wrap;
    padding-bottom: 16px;
    border-bottom: 1px solid var(--ink);
    color: var(--ink-2);
    b {
      color: var(--ink);
    }
  }
`;
const Notes = styled.div`
  p {
    padding: 8px 12px;
  }
  .quiet {
    color: var(--ink-2);
  }
  .gone {
    display: flex;
    gap: 16px;
    background: var(--saffron-wash);
  }
  .saved {
    background: var(--pine-wash);
  }
  .trouble {
    background: var(--brick-wash);
    color: var(--brick);
  }
`;

type Gone = { id: string; title: string };
type Saved = { name: string; lost: string[] };

/** Milliseconds. */
const CHECK_AGAIN = 1_500;

const bytesOf = (base64: string): Uint8Array<ArrayBuffer> => Uint8Array.from(atob(base64), (one) => one.charCodeAt(0));

/** Fetches a quiz as a file and hands it to the browser to keep. */
async function saveFile(id: string, format: FileFormat): Promise<Saved> {
  const { name, text, isBase64, lost } = await call('GET /api/quizzes/{quiz}/file', {
    quiz: id,
    query: { as: format },
  });
  const url = URL.createObjectURL(
    new Blob([isBase64 ? bytesOf(text) : text], { type: isBase64 ? 'application/octet-stream' : 'text/plain' }),
  );
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  URL.revokeObjectURL(url);
  return { name, lost };
}

export function QuizList({
  lines,
  templates,
  workspace,
  name,
  today,
}: {
  lines: QuizLine[];
  templates: TemplateLine[];
  workspace: string;
  name: string;
  today: string;
}) {
  const router = useRouter();
  const [gone, setGone] = useState<Gone | null>(null);
  const [trouble, setTrouble] = useState('');
  const [copying, setCopying] = useState('');
  const [saved, setSaved] = useState<Saved | null>(null);
  const [view, setView] = useState(firstView);
  const [labelling, setLabelling] = useState<QuizLine | null>(null);
  // Poll while quizzes are unchecked; each poll starts after the last answer was rendered.
  const looking = lines.some((l) => !l.faults);
  useEffect(() => {
    if (!looking) return;
    const timer = setTimeout(() => router.refresh(), CHECK_AGAIN);
    return () => clearTimeout(timer);
  }, [looking, lines, router]);
  // A new list contains the copy.
  useEffect(() => setCopying(''), [lines]);
  const act = async (work: () => Promise<unknown>) => {
    setTrouble('');
    try {
      await work();
      router.refresh();
    } catch (error) {
      setCopying('');
      setTrouble(error instanceof Error ? error.message : 'That did not work just now.');
    }
  };
  const bringBack = ({ id }: Gone) =>
    void act(async () => {
      await call('POST /api/quizzes/{quiz}/restore', { quiz: id });
      setGone(null);
    });
  return (
    <Frame
      paper={false}
      current="quizzes"
      tabs={homeTabs}
      foot={<SignOut />}
      top={
        <>
          <Strong>{workspace}</Strong>
          <span style={{ flex: 1 }} />
          <OwnName name={name} />
        </>
      }
    >
      <Page>
        <Head lines={lines} />
        <Told {...{ copying, gone, saved, trouble }} onBack={bringBack} />
        {lines.length === 0 ? (
          <p style={{ padding: '32px 0', color: 'var(--ink-2)', fontSize: 18 }}>
            There is no quiz here yet. Type its first question below.
          </p>
        ) : (
          <>
            <FindQuizzes lines={lines} view={view} onView={setView} />
            <Table>
              <TableHead lines={lines} view={view} onView={setView} />
              <tbody>
                {linesIn(lines, view).map((line) => (
                  <QuizRow
                    key={line.id}
                    line={line}
                    today={today}
                    onCopy={() => {
                      setCopying(line.title);
                      void act(async () => {
                        const { id } = await call('POST /api/quizzes/{quiz}/copy', { quiz: line.id });
                        router.push(`/quizzes/${id}/write`);
                      });
                    }}
                    onLabel={() => setLabelling(line)}
                    onShelf={(body) => void act(() => call('PUT /api/quizzes/{quiz}/shelf', { quiz: line.id, body }))}
                    onSave={(format) => void act(async () => setSaved(await saveFile(line.id, format)))}
                    onDelete={() =>
                      void act(async () => {
                        await call('DELETE /api/quizzes/{quiz}', { quiz: line.id });
                        setGone({ id: line.id, title: line.title });
                      })
                    }
                  />
                ))}
              </tbody>
            </Table>
            {linesIn(lines, view).length === 0 && (
              <p style={{ padding: '20px 0', color: 'var(--ink-2)' }}>
                {view.archived ? 'Nothing was put aside.' : 'No quiz is like that.'}{' '}
                <TextButton onPress={() => setView(firstView)}>Show them all</TextButton>
              </p>
            )}
          </>
        )}
        {labelling && (
          <LabelSheet
            line={labelling}
            labels={labelsIn(lines)}
            onClose={() => setLabelling(null)}
            onLabel={(label) =>
              void act(() => call('PUT /api/quizzes/{quiz}/shelf', { quiz: labelling.id, body: { label } }))
            }
          />
        )}
        <div style={{ display: 'flex', flexWrap: 'wrap', gap: '0 40px', alignItems: 'flex-start' }}>
          <NewQuiz />
          <FromList />
        </div>
        <Templates lines={templates} />
      </Page>
    </Frame>
  );
}

/** How much is going on, and whether anything is wrong. */
function Head({ lines }: { lines: QuizLine[] }) {
  const monthly = lines.reduce((sum, l) => sum + l.days.reduce((a, b) => a + b, 0), 0);
  const faulty = lines.filter((l) => l.faults && l.faults.errors > 0).length;
  return (
    <div className="head">
      <h1>Quizzes</h1>
      <span>
        In the last 30 days, <b>{number(monthly)}</b> runs.
        {faulty > 0 && (
          <>
            {' '}
            <span style={{ display: 'inline-block', verticalAlign: -1 }}>
              <Mark kind="no" size={10} />
            </span>{' '}
            <b>
              {faulty} {faulty === 1 ? 'quiz' : 'quizzes'}
            </b>{' '}
            {faulty === 1 ? 'has' : 'have'} a fault.
          </>
        )}
      </span>
    </div>
  );
}

type ToldProps = {
  copying: string;
  gone: Gone | null;
  saved: Saved | null;
  trouble: string;
  onBack: (gone: Gone) => void;
};

/** What became of the last thing that was done. */
function Told({ copying, gone, saved, trouble, onBack }: ToldProps) {
  return (
    <Notes role="status" aria-live="polite">
      {copying && <p className="quiet">“{copying}” is being copied …</p>}
      {gone && (
        <p className="gone">
          “{gone.title}” is deleted; its address says so to visitors.
          <TextButton onPress={() => onBack(gone)}>Bring it back</TextButton>
        </p>
      )}
      {saved && (
        <p className="saved">
          <b>{saved.name}</b> is saved.{' '}
          {saved.lost.length > 0 && `It cannot hold everything; left out: ${saved.lost.join('; ')}`}
        </p>
      )}
      {trouble && <p className="trouble">{trouble}</p>}
    </Notes>
  );
}
