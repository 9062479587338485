'use client';
import styled from 'styled-components';
import type { Finding } from '../../core/findings/check';
import { PrimaryButton, TextButton } from '../../ui/controls';
import { SideSheet } from '../../ui/side-sheet';
import { Mark } from '../../ui/marks';
import { useDocument, useDocumentStore } from '../document';
import { usePublication } from '../shared/publication';
import { useRehearsal } from '../shared/rehearsal';

const List = styled.ul`
  list-style: none;
  li {
    display: flex;
    align-items: center;
    gap: 12px;
    border-bottom: 1px solid var(--line);
  }
  li a {
    flex: 1;
    display: flex;
    gap: 12px;
    padding: 12px 8px;
    color: inherit;
    text-decoration: none;
  }
  li a:hover {
    background: var(--saffron-wash);
  }
  small {
    display: block;
    color: var(--ink-3);
    font-size: 13px;
  }
  small::first-letter {
    text-transform: uppercase;
  }
`;

/** The repair of a finding, where there is one that needs no decision. */
export function Mend({ finding: { fix } }: { finding: Finding }) {
  const store = useDocumentStore();
  return fix ? (
    <TextButton $weight={500} onPress={() => store.getState().edit(fix.edit)}>
      {fix.say}
    </TextButton>
  ) : null;
}

/** What is wrong or risky; each line leads to its place. */
export function CheckSheet({
  open,
  asked,
  onSure,
  onClose,
  goTo,
}: {
  open: boolean;
  /** Publishing was asked for, and these are asked about first. */
  asked: Finding[] | null;
  /** It is to be published all the same. */
  onSure: () => void;
  onClose: () => void;
  goTo: (tab: string, id: string) => void;
}) {
  const quizId = useDocument((s) => s.quizId);
  const { findings: all, odds, looking } = useRehearsal();
  const { publishing } = usePublication();
  const findings = asked ?? all;
  return (
    <SideSheet title={asked ? 'Before it is published' : 'Check'} open={open} onClose={onClose}>
      {asked && (
        <div style={{ marginBottom: 16 }}>
          <p style={{ marginBottom: 12 }}>
            {asked.length === 1 ? 'One thing is' : `${asked.length} things are`} worth a look first. It is asked once:
            what goes live with you knowing is not asked about again.
          </p>
          <PrimaryButton isDisabled={publishing} onPress={onSure}>
            Publish all the same
          </PrimaryButton>
        </div>
      )}
      {looking && !asked ? (
        <p role="status">Still looking …</p>
      ) : findings.length === 0 ? (
        <p style={{ display: 'flex', gap: 10, alignItems: 'center' }}>
          <Mark kind="yes" /> Nothing is wrong that we know of.
        </p>
      ) : (
        <List>
          {findings.map((f, i) => (
            <li key={i}>
              <a
                href={`/quizzes/${quizId}/${f.tab}#${f.where.at(-1) ?? ''}`}
                onClick={(event) => {
                  if (event.ctrlKey || event.metaKey || event.shiftKey) return;
                  event.preventDefault();
                  onClose();
                  goTo(f.tab, f.where.at(-1) ?? '');
                }}
              >
                <span style={{ paddingTop: 3 }}>
                  <Mark kind={f.severity === 'error' ? 'no' : 'maybe'} />
                </span>
                <span>
                  {f.message}
                  <small>
                    {f.severity === 'error' ? 'must be mended before publishing' : 'worth a look'} · {f.tab}
                  </small>
                </span>
              </a>
              <Mend finding={f} />
            </li>
          ))}
        </List>
      )}
      {odds && (
        <p style={{ marginTop: 20, color: 'var(--ink-3)', fontSize: 13 }}>
          {odds.method === 'exact'
            ? 'Rehearsed exactly: every way through the quiz is counted.'
            : `Rehearsed with ${odds.visitors?.toLocaleString('en')} simulated visitors.`}
        </p>
      )}
    </SideSheet>
  );
}
