'use client';
/** A quiz as a line of the list: its state, a month of runs, and what can be done with it. */
import { Faint } from '../../ui/text';
import { MoreHorizontal } from 'lucide-react';
import { Link } from '../../ui/link';
import styled from 'styled-components';
import { MenuButton } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { day } from '../shared/time';
import type { FileFormat, QuizLine } from '../../contract/quizzes';

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

const Tag = styled.span`
  border: 1px solid var(--line);
  padding: 0 6px;
  margin-inline-end: 8px;
  color: var(--ink);
`;

const stateMark = { live: 'yes', changed: 'maybe', draft: 'not-yet' } as const;
const stateWords = { live: 'Live', changed: 'Live, with changes', draft: 'Draft' };
export const number = (n: number) => n.toLocaleString('en');

export function QuizRow({
  line,
  today,
  onCopy,
  onSave,
  onLabel,
  onShelf,
  onDelete,
}: {
  line: QuizLine;
  today: string;
  onCopy: () => void;
  onSave: (format: FileFormat) => void;
  onLabel: () => void;
  onShelf: (to: { isArchived?: boolean; isShut?: boolean }) => void;
  onDelete: () => void;
}) {
  const started = line.runs > 0;
  return (
    <tr>
      <td className="title">
        <Link className="name" href={`/quizzes/${line.id}/write`}>
          {line.title || 'Untitled quiz'}
        </Link>
        <small>
          {line.label && <Tag>{line.label}</Tag>}
          {line.description}
        </small>
      </td>
      <td className="state">
        <State>
          <Mark kind={stateMark[line.state]} size={14} />
          {stateWords[line.state]}
          <small>
            {line.edition !== null && `Edition ${line.edition}${line.isShut ? ', closed' : ''}`}
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
          onAction={(id) => {
            if (id === 'copy') onCopy();
            else if (id === 'delete') onDelete();
            else if (id === 'label') onLabel();
            else if (id === 'aside') onShelf({ isArchived: !line.isArchived });
            else if (id === 'shut') onShelf({ isShut: !line.isShut });
            else onSave(id);
          }}
          entries={[
            { id: 'copy', label: 'Copy', note: 'without its runs' },
            { id: 'label', label: line.label ? 'Another label' : 'Give it a label' },
            line.isArchived
              ? { id: 'aside', label: 'Bring it back into use' }
              : { id: 'aside', label: 'Put aside', note: 'what is live stays live' },
            ...(line.state === 'draft'
              ? []
              : [
                  line.isShut
                    ? { id: 'shut' as const, label: 'Open it to visitors again' }
                    : { id: 'shut' as const, label: 'Close it to visitors' },
                ]),
            { id: 'json', label: 'Save as a quiz file', note: 'JSON, all of it' },
            { id: 'csv', label: 'Save its questions as a table', note: 'CSV' },
            { id: 'md', label: 'Save its questions as text', note: 'Markdown' },
            { id: 'xlsx', label: 'Save its questions as a spreadsheet', note: 'XLSX' },
            { id: 'zip', label: 'Save its questions as a package', note: 'QTI 3.0' },
            { id: 'delete', label: 'Delete', danger: true },
          ]}
        >
          <MoreHorizontal size={16} />
        </MenuButton>
      </td>
    </tr>
  );
}

function Faults({ line: { faults } }: { line: QuizLine }) {
  if (!faults) return <Faint $small>checking …</Faint>;
  const { errors, warnings } = faults;
  return (
    <>
      {errors > 0 && (
        <span style={{ display: 'inline-flex', gap: 4, alignItems: 'center', color: 'var(--brick)', fontWeight: 600 }}>
          <Mark kind="no" size={9} /> {errors}
          <span className="sr-only">{errors === 1 ? ' error' : ' errors'}</span>
        </span>
      )}
      {warnings > 0 && (
        <span
          style={{ display: 'inline-flex', gap: 4, alignItems: 'center', color: 'var(--saffron-ink)', fontWeight: 600 }}
        >
          <Mark kind="maybe" size={11} /> {warnings}
          <span className="sr-only">{warnings === 1 ? ' warning' : ' warnings'}</span>
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
