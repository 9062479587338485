'use client';
/** What stands above the lines of the list: looking for some of them, the heads that put them in order, and naming one. */
import { type SyntheticEvent, useState } from 'react';
import styled from 'styled-components';
import type { QuizLine } from '../../contract/quizzes';
import { Choose, Field, LineInput, PrimaryButton } from '../../ui/controls';
import { SideSheet } from '../../ui/side-sheet';
import { Inline } from '../../ui/text';
import { labelsIn, type ListView, type SortBy, sortedBy } from './in-view';

type Props = { lines: QuizLine[]; view: ListView; onView: (view: ListView) => void };

/** Few quizzes are seen at a glance, and need nothing to be found by. */
const FEW = 3;

export function FindQuizzes({ lines, view, onView }: Props) {
  const labels = labelsIn(lines);
  const isAside = lines.some((line) => line.isArchived);
  if (lines.length <= FEW && labels.length === 0 && !isAside) return null;
  return (
    <Inline style={{ display: 'flex', flexWrap: 'wrap', gap: '6px 18px', alignItems: 'center', padding: '12px 0 4px' }}>
      <LineInput
        type="search"
        aria-label="Look for a quiz"
        placeholder="Look for a quiz"
        maxLength={100}
        style={{ width: 220 }}
        value={view.search}
        onChange={(e) => onView({ ...view, search: e.target.value })}
      />
      {labels.length > 0 && (
        <Choose
          label="Label"
          value={view.label}
          options={[{ id: '', label: 'of any label' }, ...labels.map((id) => ({ id, label: `labelled “${id}”` }))]}
          onChange={(label) => onView({ ...view, label })}
        />
      )}
      {(isAside || view.archived) && (
        <Choose
          label="Which quizzes"
          value={view.archived ? 'aside' : 'here'}
          options={[
            { id: 'here', label: 'in use' },
            { id: 'aside', label: 'put aside' },
          ]}
          onChange={(to) => onView({ ...view, archived: to === 'aside' })}
        />
      )}
    </Inline>
  );
}

const HeadButton = styled.button`
  border: 0;
  background: none;
  padding: 0;
  font: inherit;
  color: inherit;
  cursor: pointer;
  min-height: 24px;
  &:hover {
    text-decoration: underline;
  }
`;

function Head({
  view,
  onView,
  by,
  children,
  className,
}: Pick<Props, 'view' | 'onView'> & { by: SortBy; children: string; className?: string }) {
  const isOn = view.by === by;
  return (
    <th
      scope="col"
      className={className}
      aria-sort={isOn ? (view.isDown ? 'descending' : 'ascending') : undefined}
      style={isOn ? { color: 'var(--ink)', fontWeight: 600 } : undefined}
    >
      <HeadButton type="button" onClick={() => onView(sortedBy(view, by))}>
        {children}
        {isOn && <span aria-hidden="true">{view.isDown ? ' ↓' : ' ↑'}</span>}
      </HeadButton>
    </th>
  );
}

export function TableHead({ lines, view, onView }: Props) {
  const live = lines.filter((l) => l.state !== 'draft').length;
  const head = { view, onView };
  return (
    <thead>
      <tr>
        <Head {...head} by="title">
          {`${lines.length} ${lines.length === 1 ? 'quiz' : 'quizzes'}, ${live} of them live`}
        </Head>
        <th scope="col">State</th>
        <th scope="col" className="wide">
          Runs each day, the last 30 days
        </th>
        <Head {...head} by="runs" className="n">
          Runs
        </Head>
        <Head {...head} by="finish" className="n wide">
          Finish
        </Head>
        <Head {...head} by="contacts" className="n wide">
          Contacts
        </Head>
        <Head {...head} by="changed" className="n wide">
          Changed
        </Head>
        <th scope="col">
          <span className="sr-only">More</span>
        </th>
      </tr>
    </thead>
  );
}

export function LabelSheet({
  line,
  labels,
  onLabel,
  onClose,
}: {
  line: QuizLine;
  labels: string[];
  onLabel: (label: string) => void;
  onClose: () => void;
}) {
  const [label, setLabel] = useState(line.label);
  const keep = (event: SyntheticEvent) => {
    event.preventDefault();
    onLabel(label);
    onClose();
  };
  return (
    <SideSheet open title="Label" onClose={onClose}>
      <p style={{ marginBottom: 16 }}>
        By it “{line.title || 'Untitled quiz'}” is found in the list. Visitors never see it.
      </p>
      <form onSubmit={keep}>
        <Field>
          Label
          {/* The sheet was opened to type this. */}
          <input autoFocus list="labels" maxLength={60} value={label} onChange={(e) => setLabel(e.target.value)} />
        </Field>
        <datalist id="labels">
          {labels.map((one) => (
            <option key={one} value={one} />
          ))}
        </datalist>
        <div style={{ marginTop: 16 }}>
          <PrimaryButton type="submit">{label.trim() ? 'Keep it' : 'Take it away'}</PrimaryButton>
        </div>
      </form>
    </SideSheet>
  );
}
