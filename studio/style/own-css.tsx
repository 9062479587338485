'use client';
/** CSS of one's own: written, and told line by line what of it cannot be used. */
import { useState } from 'react';
import styled from 'styled-components';
import { CSS_NAMES, LONGEST_CSS } from '../../core/look/own-css';
import { Alarm, Muted } from '../../ui/text';
import { useDocumentStore, useQuiz } from '../document';
import { setField } from '../edits/edits';
import { useOwnCss } from '../shared/own-css';

const Area = styled.textarea`
  width: 100%;
  min-height: 120px;
  resize: vertical;
  padding: 8px 10px;
  border: 1px solid var(--ink-3);
  background: var(--chalk);
  color: var(--ink);
  font:
    14px/1.5 ui-monospace,
    monospace;
  tab-size: 2;
`;

export function OwnCssPart() {
  const { look } = useQuiz();
  const store = useDocumentStore();
  const [isOpen, setOpen] = useState(Boolean(look.css));
  const text = look.css ?? '';
  const refused = useOwnCss(text)?.refused ?? [];
  return (
    <section aria-label="Own CSS">
      <h2>Own CSS</h2>
      <details open={isOpen} onToggle={(e) => setOpen(e.currentTarget.open)}>
        <summary>{text ? 'Something is written' : 'For whoever knows it'}</summary>
        <p style={{ margin: '8px 0' }}>
          <Muted $small>
            It reaches the quiz alone, by these names:{' '}
            {Object.keys(CSS_NAMES)
              .map((name) => `.${name}`)
              .join(' ')}
          </Muted>
        </p>
        <Area
          aria-label="CSS of your own"
          aria-invalid={refused.length > 0 || undefined}
          aria-describedby={refused.length > 0 ? 'css-refused' : undefined}
          value={text}
          maxLength={LONGEST_CSS}
          spellCheck={false}
          placeholder={'.answer { letter-spacing: 0.02em }'}
          onChange={(e) =>
            store
              .getState()
              .edit(setField('set-css', [], ['look', 'css'], look.css, e.target.value || undefined), 'css')
          }
        />
        <div role="status" id="css-refused">
          {refused.slice(0, 12).map(({ line, reason }, i) => (
            <Alarm key={i} as="p">
              Line {line}: {reason}.
            </Alarm>
          ))}
        </div>
      </details>
    </section>
  );
}
