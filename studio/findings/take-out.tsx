'use client';
/** A table of Findings taken out as a file, of the runs that are seen. */
import { Download } from 'lucide-react';
import type { ReactNode } from 'react';
import { MenuButton } from '../../ui/controls';
import { useDocument } from '../document';
import { useWhere } from './filters';

export const TABLES = [
  { id: 'csv', label: 'Table as CSV' },
  { id: 'xlsx', label: 'Table as spreadsheet' },
  { id: 'jsonl', label: 'Table as JSON lines' },
] as const;
export type TableKind = (typeof TABLES)[number]['id'];

/** Where a table lies as a file. @param of as `core/stats/charts.ts` names it */
export function useTableAt(of: string): (kind: TableKind) => string {
  const quiz = useDocument((s) => s.quizId);
  const where = useWhere();
  return (kind) => `/api/quizzes/${quiz}/tables/${kind}?${String(new URLSearchParams({ of, ...where }))}`;
}

/** The head of a part of Findings, with its table to be taken out. */
export const WithTable = ({ of, name, children }: { of: string; name: string; children: ReactNode }) => (
  <div style={{ display: 'flex', gap: 10, alignItems: 'baseline' }}>
    {children}
    <TakeOut of={of} name={name} />
  </div>
);

function TakeOut({ of, name }: { of: string; name: string }) {
  const at = useTableAt(of);
  return (
    <span className="screen-only">
      <MenuButton label={`Take out: ${name}`} entries={[...TABLES]} onAction={(kind) => fetchFile(at(kind))}>
        <Download size={14} />
      </MenuButton>
    </span>
  );
}

/** Asks for a file, which comes under a name of its own. */
export function fetchFile(address: string, name = ''): void {
  const link = document.createElement('a');
  [link.href, link.download] = [address, name];
  link.click();
}
