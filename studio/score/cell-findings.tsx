'use client';
/** What the check says of a row or a column of the grid, at its place. */
import type { Finding } from '../../core/findings/check';
import { quizIndex } from '../../core/document/lookup';
import type { Quiz } from '../../core/schema/quiz';
import { Mark } from '../../ui/marks';
import { useRehearsal } from '../shared/rehearsal';
import { Mend } from '../shell/check-sheet';
import { RIGHT } from '../edits/weigh-edits';
import { type GridRow } from './cells';

/** Findings about answers, keys, scales and outcomes. Each stands at the most particular thing that it names. */
export function useSaid(quiz: Quiz) {
  const { findings } = useRehearsal();
  const about = (id: string) => findings.filter((f) => f.where.at(-1) === id);
  return {
    ofRow: (row: GridRow): Finding[] => [
      ...(row.of.id === row.of.question.id ? [] : about(row.of.id)),
      ...(row.first ? about(row.of.question.id).filter((f) => f.tab === 'score') : []),
    ],
    ofColumn: (id: string): Finding[] => {
      if (id === RIGHT) return [];
      const verdict = quizIndex(quiz).outcomes.get(id)?.verdict;
      const first = verdict?.outcomes[0]?.id === id;
      return [...about(id), ...(verdict && first ? about(verdict.id) : [])];
    },
  };
}

const kindOf = (findings: Finding[]) => (findings.some((f) => f.severity === 'error') ? 'no' : 'maybe');

/** A mark with the words of what it stands for. */
export function CellFindings({ findings }: { findings: Finding[] }) {
  if (findings.length === 0) return null;
  const words = findings.map((f) => f.message).join(' ');
  return (
    <span title={words} style={{ display: 'inline-flex', verticalAlign: 'middle', marginInlineEnd: 5 }}>
      <Mark kind={kindOf(findings)} size={12} />
      <span className="sr-only">{words}</span>
    </span>
  );
}

/** The same in full, each with its repair. */
export function FindingList({ findings }: { findings: Finding[] }) {
  if (findings.length === 0) return null;
  return (
    <ul aria-label="What the check says here" style={{ listStyle: 'none', padding: '8px 0' }}>
      {findings.map((f) => (
        <li key={f.code + f.message} style={{ display: 'flex', gap: 8, alignItems: 'baseline', padding: '4px 0' }}>
          <Mark kind={kindOf([f])} size={12} />
          <span style={{ flex: 1, fontSize: 13 }}>{f.message}</span>
          <Mend finding={f} />
        </li>
      ))}
    </ul>
  );
}
