'use client';
/** The list of quizzes, as lines of a table, and where a new one starts. */
import { MoreHorizontal } from 'lucide-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import type { QuizLine } from './line';
import { Kbd, MenuButton, PrimaryButton, TextButton } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { Templates } from './templates';
import { ReadList } from '../read-list';
import { request } from '../request';
import { day } from '../time';
import { Frame, homeTabs } from '../shell/frame';
import { SignOut } from '../account/door';

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
const Table = styled.table`
  width: 100%;
  border-collapse: collapse;
  font-variant-numeric: tabular-nums;
  th {
    text-align: start;
    font-weight: 400;
    font-size: 13px;
    color: var(--ink-2);
    padding: 8px 0;
    border-bottom: 1px solid var(--line);
  }
  td {
    padding: 9px 0;
    border-bottom: 1px solid var(--line);
    vertical-align: middle;
    height: 58px;
  }
  .n {
    text-align: end;
  }
  td.runs {
    font: 700 18px/1.2 var(--heading);
    font-variant-numeric: tabular-nums;
  }
  td small {
    display: block;
    font-size: 13px;
    color: var(--ink-2);
  }
  a.name {
    font: 600 18px/1.25 var(--heading);
    color: var(--ink);
    text-decoration: none;
  }
  a.name::after {
    content: '';
    position: absolute;
    inset: 0;
  }
  tr {
    position: relative;
  }
  tbody tr:hover {
    background: var(--saffron-wash);
  }
  .more {
    position: relative;
    text-align: end;
    width: 36px;
  }
  @media (max-width: 899px) {
    .wide {
      display: none;
    }
  }
  @media (max-width: 600px) {
    thead {
      display: none;
    }
    tr {
      display: grid;
      grid-template-columns: 1fr auto;
      border-bottom: 1px solid var(--line);
      padding: 8px 0;
    }
    td {
      border: 0;
      height: auto;
      padding: 2px 0;
    }
    .title {
      grid-column: 1;
    }
    .state {
      grid-column: 1;
    }
    td.runs {
      grid-row: 1;
      grid-column: 2;
    }
    .more {
      grid-row: 2;
      grid-column: 2;
      width: auto;
    }
  }
`;
const State = styled.span`
  display: grid;
  grid-template-columns: 20px auto;
  align-items: center;
  white-space: nowrap;
  small {
    grid-column: 2;
    display: flex !important;
    gap: 8px;
    align-items: center;
  }
`;

const stateMark = { live: 'yes', changed: 'maybe', draft: 'not-yet' } as const;
const stateWords = { live: 'Live', changed: 'Live, with changes', draft: 'Draft' };
const number = (n: number) => n.toLocaleString('en');

/** Fetches a quiz as a file and hands it to the browser to keep. */
async function saveFile(id: string, format: string): Promise<{ name: string; lost: string[] }> {
  const { name, text, lost } = await request<{ name: string; text: string; lost: string[] }>(
    `/api/quizzes/${id}/file?as=${format}`,
  );
  const url = URL.createObjectURL(new Blob([text], { type: 'text/plain' }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  URL.revokeObjectURL(url);
  return { name, lost };
}

export function QuizList({
  lines,
  workspace,
  name,
  today,
}: {
  lines: QuizLine[];
  workspace: string;
  name: string;
  today: string;
}) {
  const router = useRouter();
  const [gone, setGone] = useState<{ id: string; title: string } | null>(null);
  const [trouble, setTrouble] = useState('');
  const [saved, setSaved] = useState<{ name: string; lost: string[] } | null>(null);
  const act = async (work: () => Promise<unknown>) => {
    setTrouble('');
    try {
      await work();
      router.refresh();
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : 'That did not work just now.');
    }
  };
  const live = lines.filter((l) => l.state !== 'draft').length;
  const monthly = lines.reduce((sum, l) => sum + l.days.reduce((a, b) => a + b, 0), 0);
  const faulty = lines.filter((l) => l.errors > 0).length;
  return (
    <Frame
      paper={false}
      current="quizzes"
      tabs={homeTabs}
      foot={<SignOut />}
      top={
        <>
          <b style={{ fontWeight: 600 }}>{workspace}</b>
          <span style={{ flex: 1 }} />
          <span style={{ color: 'var(--ink-3)', fontSize: 13 }}>{name}</span>
        </>
      }
    >
      <Page>
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
        <div role="status" aria-live="polite">
          {gone && (
            <p style={{ background: 'var(--saffron-wash)', padding: '8px 12px', display: 'flex', gap: 16 }}>
              “{gone.title}” is deleted; its address says so to visitors.
              <TextButton
                onPress={() =>
                  void act(async () => {
                    await request(`/api/quizzes/${gone.id}/restore`, {});
                    setGone(null);
                  })
                }
              >
                Bring it back
              </TextButton>
            </p>
          )}
          {saved && (
            <div style={{ background: 'var(--pine-wash)', padding: '8px 12px' }}>
              <b>{saved.name}</b> is saved.{' '}
              {saved.lost.length > 0 && `It cannot hold everything; left out: ${saved.lost.join('; ')}`}
            </div>
          )}
          {trouble && (
            <p style={{ background: 'var(--brick-wash)', color: 'var(--brick)', padding: '8px 12px' }}>{trouble}</p>
          )}
        </div>
        {lines.length === 0 ? (
          <p style={{ padding: '32px 0', color: 'var(--ink-2)', fontSize: 18 }}>
            There is no quiz here yet. Type its first question below.
          </p>
        ) : (
          <Table>
            <thead>
              <tr>
                <th scope="col" style={{ color: 'var(--ink)', fontWeight: 600 }}>
                  {lines.length} {lines.length === 1 ? 'quiz' : 'quizzes'}, {live} of them live
                </th>
                <th scope="col">State</th>
                <th scope="col" className="wide">
                  Runs each day, the last 30 days
                </th>
                <th scope="col" className="n">
                  Runs
                </th>
                <th scope="col" className="n wide">
                  Finish
                </th>
                <th scope="col" className="n wide">
                  Contacts
                </th>
                <th scope="col" className="n wide">
                  Changed
                </th>
                <th scope="col">
                  <span className="sr-only">More</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {lines.map((line) => (
                <Line
                  key={line.id}
                  line={line}
                  today={today}
                  onCopy={() => void act(() => request(`/api/quizzes/${line.id}/copy`, {}))}
                  onSave={(format) => void act(async () => setSaved(await saveFile(line.id, format)))}
                  onDelete={() =>
                    void act(async () => {
                      await request(`/api/quizzes/${line.id}`, undefined, 'DELETE');
                      setGone({ id: line.id, title: line.title });
                    })
                  }
                />
              ))}
            </tbody>
          </Table>
        )}
        <div style={{ marginTop: 28 }}>
          <Templates />
        </div>
        <div style={{ display: 'flex', flexWrap: 'wrap', gap: '0 40px', alignItems: 'flex-start' }}>
          <NewQuiz />
          <FromList />
        </div>
      </Page>
    </Frame>
  );
}

function Line({
  line,
  today,
  onCopy,
  onSave,
  onDelete,
}: {
  line: QuizLine;
  today: string;
  onCopy: () => void;
  onSave: (format: string) => void;
  onDelete: () => void;
}) {
  const started = line.runs > 0;
  return (
    <tr>
      <td className="title">
        <Link className="name" href={`/quizzes/${line.id}/write`}>
          {line.title || 'Untitled quiz'}
        </Link>
        <small>{line.description}</small>
      </td>
      <td className="state">
        <State>
          <Mark kind={stateMark[line.state]} size={14} />
          {stateWords[line.state]}
          <small>
            {line.edition !== null && `Edition ${line.edition}`}
            <Faults line={line} />
          </small>
        </State>
      </td>
      <td className="wide">
        <Sparkline days={line.days} today={today} />
      </td>
      <td className="n runs">{started ? number(line.runs) : '–'}</td>
      <td className="n wide">{started ? `${Math.round((line.finished / line.runs) * 100)}%` : '–'}</td>
      <td className="n wide">{line.contacts ? number(line.contacts) : '–'}</td>
      <td className="n wide" suppressHydrationWarning>
        <span suppressHydrationWarning style={{ fontSize: 13 }}>
          {day(line.changedAt)}
        </span>
        <small>{line.changedBy}</small>
      </td>
      <td className="more">
        <MenuButton
          label={`What to do with ${line.title}`}
          onAction={(id) => (id === 'copy' ? onCopy() : id === 'delete' ? onDelete() : onSave(id))}
          entries={[
            { id: 'copy', label: 'Copy', note: 'without its runs' },
            { id: 'json', label: 'Save as a quiz file', note: 'JSON, all of it' },
            { id: 'csv', label: 'Save its questions as a table', note: 'CSV' },
            { id: 'md', label: 'Save its questions as text', note: 'Markdown' },
            { id: 'delete', label: 'Delete', danger: true },
          ]}
        >
          <MoreHorizontal size={16} />
        </MenuButton>
      </td>
    </tr>
  );
}

function Faults({ line }: { line: QuizLine }) {
  return (
    <>
      {line.errors > 0 && (
        <span style={{ display: 'inline-flex', gap: 4, alignItems: 'center', color: 'var(--brick)', fontWeight: 600 }}>
          <Mark kind="no" size={9} /> {line.errors}
          <span className="sr-only"> errors</span>
        </span>
      )}
      {line.warnings > 0 && (
        <span
          style={{ display: 'inline-flex', gap: 4, alignItems: 'center', color: 'var(--saffron-ink)', fontWeight: 600 }}
        >
          <Mark kind="maybe" size={11} /> {line.warnings}
          <span className="sr-only"> warnings</span>
        </span>
      )}
    </>
  );
}

/** Thirty bars of 3 px: the last week in ink, today in saffron. */
function Sparkline({ days, today }: { days: number[]; today: string }) {
  const most = Math.max(1, ...days);
  const total = days.reduce((a, b) => a + b, 0);
  return (
    <svg
      width={150}
      height={36}
      role="img"
      aria-label={total ? `${total} runs in 30 days, ${days.at(-1)} of them today` : 'No runs yet'}
      data-today={today}
    >
      {days.map((n, i) => {
        const height = n === 0 ? 0 : Math.max(1.5, (n / most) * 33);
        const fill = i === days.length - 1 ? 'var(--saffron)' : i >= days.length - 8 ? 'var(--ink)' : 'var(--spark)';
        return <rect key={i} x={i * 5} y={34 - height} width={3} height={height} style={{ fill }} />;
      })}
      <path d="M0 34.5h150" style={{ stroke: total ? 'var(--ink)' : 'var(--line)' }} />
    </svg>
  );
}

const Start = styled.form`
  flex: 1 1 420px;
  margin-top: 20px;
  border: 1px solid var(--line);
  border-top: 1px solid var(--ink);
  background: var(--paper);
  padding: 18px 24px 16px;
  max-width: 640px;
  h2 {
    font: 600 15px/1.4 var(--heading);
    color: var(--ink-2);
  }
  .question {
    font: 700 24px/1.3 var(--heading);
    padding: 14px 0 8px;
    width: 100%;
    border: 0;
    border-bottom: 1px solid var(--line);
    background: transparent;
    border-radius: 0;
  }
  .answer {
    display: flex;
    align-items: center;
    gap: 10px;
    border-bottom: 1px solid var(--line);
    input {
      flex: 1;
      border: 0;
      background: transparent;
      height: 40px;
    }
  }
  input:focus-visible {
    outline: none !important;
    box-shadow:
      inset 3px 0 0 var(--saffron),
      inset 0 -2px 0 var(--ink) !important;
    padding-inline-start: 8px;
  }
  ::placeholder {
    color: var(--ink-3);
    opacity: 1;
  }
  .foot {
    display: flex;
    justify-content: space-between;
    align-items: center;
    margin-top: 14px;
    font-size: 13px;
    color: var(--ink-3);
  }
`;

/** A blank page: its first question is typed right here. */
function NewQuiz() {
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState('');
  const start = async (data: FormData) => {
    setBusy(true);
    try {
      const { id } = await request<{ id: string }>('/api/quizzes', {
        prompt: String(data.get('prompt') ?? ''),
        answers: data.getAll('answer').map(String),
      });
      router.push(`/quizzes/${id}/write`);
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : 'That did not work just now.');
      setBusy(false);
    }
  };
  return (
    <Start
      aria-labelledby="blank"
      onSubmit={(event) => {
        event.preventDefault();
        if (!busy) void start(new FormData(event.currentTarget));
      }}
    >
      <h2 id="blank">Start on a blank page</h2>
      <input
        className="question"
        name="prompt"
        aria-label="First question"
        placeholder="Type a first question"
        maxLength={2000}
        autoComplete="off"
      />
      {['an answer', 'another'].map((placeholder, i) => (
        <div className="answer" key={placeholder}>
          <Mark kind="not-yet" size={12} />
          <input
            name="answer"
            aria-label={`Answer ${i + 1}`}
            placeholder={placeholder}
            maxLength={2000}
            autoComplete="off"
          />
        </div>
      ))}
      <div role="alert">{trouble && <p style={{ color: 'var(--brick)' }}>{trouble}</p>}</div>
      <div className="foot">
        <span>
          <Kbd>Enter</Kbd> opens it in Write
        </span>
        <PrimaryButton type="submit" isDisabled={busy}>
          Start writing
        </PrimaryButton>
      </div>
    </Start>
  );
}

/** Questions that stand elsewhere already: pasted, or in a file. */
function FromList() {
  const router = useRouter();
  const [text, setText] = useState('');
  return (
    <Start as="section" aria-labelledby="list">
      <h2 id="list" style={{ marginBottom: 12 }}>
        Or start from questions you have
      </h2>
      <ReadList
        text={text}
        onText={setText}
        take={(n) => (n === 0 ? 'Make a quiz of it' : `Make a quiz of ${n} ${n === 1 ? 'question' : 'questions'}`)}
        onTake={async ({ text: all, fileName }) => {
          const { id } = await request<{ id: string }>('/api/quizzes/read', { text: all, fileName });
          router.push(`/quizzes/${id}/write`);
        }}
      />
    </Start>
  );
}
