'use client';
import { useState } from 'react';
import { Form } from 'react-aria-components';
import styled from 'styled-components';
import type { Finding } from '../../core/findings/check';
import { LineInput, PrimaryButton, TextButton } from '../../ui/controls';
import { SideSheet } from '../../ui/side-sheet';
import { Mark } from '../../ui/marks';
import { useDocument, useDocumentStore } from '../document';
import { newId, setField } from '../edits/edits';
import { usePublication } from '../shared/publication';
import { useRehearsal } from '../shared/rehearsal';

const List = styled.ul`
  list-style: none;
  li {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0 12px;
    border-bottom: 1px solid var(--line);
  }
  li a {
    flex: 1 1 220px;
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

/** A warning that is known and left as it is, with a reason for whoever reads this next. */
function SetAside({ finding: { code, where } }: { finding: Finding }) {
  const store = useDocumentStore();
  const [because, setBecause] = useState<string | null>(null);
  const keep = () => {
    const reason = because?.trim() ?? '';
    if (reason === '') return;
    const { setAside } = store.getState().quiz;
    const next = [...(setAside ?? []), { id: newId('aside'), code, where, because: reason }];
    store.getState().edit(setField('set-aside', [], ['setAside'], setAside, next));
  };
  if (because === null)
    return (
      <TextButton $weight={500} onPress={() => setBecause('')}>
        Leave it so …
      </TextButton>
    );
  return (
    <Form
      style={{ display: 'flex', gap: 8, flexWrap: 'wrap', padding: '6px 0' }}
      onSubmit={(event) => {
        event.preventDefault();
        keep();
      }}
    >
      <LineInput
        aria-label="Why it stays as it is"
        placeholder="Because …"
        autoFocus
        maxLength={300}
        value={because}
        onChange={(e) => setBecause(e.target.value)}
      />
      <TextButton type="submit" isDisabled={because.trim() === ''}>
        Leave it so
      </TextButton>
    </Form>
  );
}

function LeftAsItIs({ findings }: { findings: Finding[] }) {
  const store = useDocumentStore();
  const lookAgain = (id: string) => {
    const { setAside = [] } = store.getState().quiz;
    const left = setAside.filter((one) => one.id !== id);
    store.getState().edit(setField('look-again', [], ['setAside'], setAside, left.length ? left : undefined));
  };
  return (
    <section aria-label="Left as it is" style={{ marginTop: 28 }}>
      <h3 style={{ font: '700 17px/1.3 var(--heading)' }}>Left as it is</h3>
      <List>
        {findings.map(({ message, aside }) => (
          <li key={aside?.id} style={{ padding: '10px 8px' }}>
            <span style={{ flex: 1 }}>
              {message}
              <small>because {aside?.because}</small>
            </span>
            <TextButton $weight={500} onPress={() => aside && lookAgain(aside.id)}>
              Look at it again
            </TextButton>
          </li>
        ))}
      </List>
    </section>
  );
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
  const findings = (asked ?? all).filter((f) => !f.aside);
  const aside = asked ? [] : all.filter((f) => f.aside);
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
              {f.severity === 'warning' && <SetAside finding={f} />}
            </li>
          ))}
        </List>
      )}
      {aside.length > 0 && <LeftAsItIs findings={aside} />}
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
