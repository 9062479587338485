'use client';
/** One open quiz: its document, its rehearsal, and the frame with its tabs. */
import { Link } from '../../ui/link';
import { usePathname, useRouter } from 'next/navigation';
import { type ReactNode, useCallback, useEffect, useMemo, useState } from 'react';
import styled from 'styled-components';
import { applyEdit } from '../../core/document/edits';
import type { Quiz } from '../../core/schema/quiz';
import { TextButton } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { useAskAgain } from '../shared/ask-again';
import { createDocument, DocumentProvider, useDocument, useDocumentStore } from '../document';
import { RehearsalProvider, useRehearsal } from '../shared/rehearsal';
import { call, HttpError } from '../../contract/call';
import type { Finding } from '../../core/findings/check';
import { CheckSheet } from './check-sheet';
import { Frame, homeTabs } from './frame';
import { HistorySheet } from './history-sheet';
import { KeysSheet } from './keys-sheet';
import { type Publication, PublicationContext, usePublication } from '../shared/publication';
import { type Arrival, ArrivalContext } from '../shared/arrival';
import { CommentsProvider } from '../shared/comments';
import { PresenceProvider } from '../shared/presence';
import { PreviewSheet } from './preview-sheet';
import { Saved, Steps, TopLine } from './top-line';

type Open = { quizId: string; quiz: Quiz; revision: number; savedAt: string };

export function Studio({
  open,
  live,
  bank = false,
  children,
}: {
  open: Open;
  live: Publication;
  /** It is the question bank that is edited, which has one screen alone. */
  bank?: boolean;
  children: ReactNode;
}) {
  const [store] = useState(() => createDocument(open));
  useAskAgain(() => store.getState().catchUp(), 1_000);
  useEffect(() => {
    const look = () => void store.getState().catchUp();
    const leave = (event: BeforeUnloadEvent) => {
      if (store.getState().pending.length === 0) return;
      void store.getState().flush();
      event.preventDefault();
    };
    window.addEventListener('focus', look);
    window.addEventListener('beforeunload', leave);
    return () => {
      window.removeEventListener('focus', look);
      window.removeEventListener('beforeunload', leave);
      void store.getState().flush();
    };
  }, [store]);
  // Warm up validation after opening rather than at the first keystroke.
  useEffect(() => {
    const timer = setTimeout(() => void applyEdit(store.getState().quiz, { name: 'nothing', ops: [] }));
    return () => clearTimeout(timer);
  }, [store]);
  return (
    <DocumentProvider value={store}>
      <RehearsalProvider quizzes={live.quizzes}>
        {bank ? <BankShell>{children}</BankShell> : <Shell first={live}>{children}</Shell>}
      </RehearsalProvider>
    </DocumentProvider>
  );
}

const tabs = [
  { id: 'write', label: 'Write' },
  { id: 'score', label: 'Score' },
  { id: 'route', label: 'Route' },
  { id: 'style', label: 'Style' },
  { id: 'mail', label: 'Mail' },
  { id: 'publish', label: 'Publish' },
  { id: 'findings', label: 'Findings' },
];

function Shell({ first, children }: { first: Publication; children: ReactNode }) {
  const [live, setLive] = useState(first);
  const [publishing, setPublishing] = useState(false);
  const [trouble, setTrouble] = useState('');
  /** What was warned of before publishing, and is asked about. */
  const [asked, setAsked] = useState<Finding[] | null>(null);
  const [sheet, setSheet] = useState<'check' | 'preview' | 'history' | null>(null);
  const [place, setPlace] = useState<Arrival>(null);
  const store = useDocumentStore();
  const quizId = useDocument((s) => s.quizId);
  const { findings } = useRehearsal();
  const router = useRouter();
  const current = usePathname().split('/')[3] ?? 'write';

  const publish = useCallback(
    async (isSure = false) => {
      setPublishing(true);
      setTrouble('');
      try {
        await store.getState().flush();
        const { revision } = store.getState();
        const { edition } = await call('POST /api/quizzes/{quiz}/publish', {
          quiz: quizId,
          body: { revision, isSure },
        });
        setSheet(null);
        setAsked(null);
        setLive((old) => ({ ...old, edition, revision }));
        router.push(`/quizzes/${quizId}/publish`);
        router.refresh();
      } catch (error) {
        if (error instanceof HttpError && error.status === 422) setSheet('check');
        if (error instanceof HttpError && error.code === 'has-warnings') {
          // The contract of an error's details is that of the check, which made them.
          setAsked(error.details as Finding[]);
          setSheet('check');
          return;
        }
        setTrouble(error instanceof Error ? error.message : 'That did not work.');
      } finally {
        setPublishing(false);
      }
    },
    [store, quizId, router],
  );

  useUndoKeys();

  const around = useMemo(
    () => ({
      live,
      publish,
      publishing,
      trouble,
      openCheck: () => setSheet('check'),
      moved: (address: string) => setLive((old) => ({ ...old, address })),
      wentLive: (edition: number) => setLive((old) => ({ ...old, edition, revision: null })),
    }),
    [live, publish, publishing, trouble],
  );
  const count = (tab: string, severity: string) =>
    findings.filter((f) => f.tab === tab && f.severity === severity).length;
  return (
    <PublicationContext.Provider value={around}>
      <PresenceProvider quiz={quizId}>
        <CommentsProvider quiz={quizId}>
          <Frame
            paper={current === 'write' || current === 'score' || current === 'route' || current === 'mail'}
            current={current}
            tabs={tabs.map((t) => ({
              ...t,
              href: `/quizzes/${quizId}/${t.id}`,
              errors: count(t.id, 'error'),
              warnings: count(t.id, 'warning'),
            }))}
            foot={
              <>
                <KeysSheet />
                <Link href="/handbook">Handbook</Link>
                <Link href="/quizzes">← Quizzes</Link>
              </>
            }
            top={
              <TopLine
                onCheck={() => setSheet('check')}
                onPreview={() => setSheet('preview')}
                onHistory={() => setSheet('history')}
              />
            }
          >
            <Notice />
            <ArrivalContext.Provider value={place}>{children}</ArrivalContext.Provider>
          </Frame>
          <CheckSheet
            open={sheet === 'check'}
            asked={asked}
            onSure={() => void publish(true)}
            onClose={() => {
              setSheet(null);
              setAsked(null);
            }}
            goTo={(tab, id) => {
              setPlace({ id, reached: false });
              if (tab !== current) router.push(`/quizzes/${quizId}/${tab}`);
            }}
          />
          {sheet === 'preview' && <PreviewSheet onClose={() => setSheet(null)} />}
          {sheet === 'history' && <HistorySheet onClose={() => setSheet(null)} />}
        </CommentsProvider>
      </PresenceProvider>
    </PublicationContext.Provider>
  );
}

/** Ctrl+Z and its kin, anywhere in the studio. */
function useUndoKeys() {
  const store = useDocumentStore();
  useEffect(() => {
    const keys = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey) return;
      const key = event.key.toLowerCase();
      const back = key === 'z' && !event.shiftKey;
      const forth = key === 'y' || (key === 'z' && event.shiftKey);
      if (!back && !forth) return;
      // Rich text has a history of its own while it is being typed in.
      if (event.target instanceof HTMLElement && event.target.closest('.ProseMirror')) return;
      event.preventDefault();
      if (back) store.getState().undo();
      else store.getState().redo();
    };
    window.addEventListener('keydown', keys);
    return () => window.removeEventListener('keydown', keys);
  }, [store]);
}

/** The question bank, in the frame of the list it is reached from. */
function BankShell({ children }: { children: ReactNode }) {
  const [history, setHistory] = useState(false);
  useUndoKeys();
  return (
    <Frame
      paper
      current="bank"
      tabs={homeTabs}
      foot={null}
      top={
        <>
          <h1 style={{ font: '700 18px/1.2 var(--heading)' }}>Question bank</h1>
          <Saved />
          <span style={{ flex: 1 }} />
          <Steps onHistory={() => setHistory(true)} />
        </>
      }
    >
      <Notice />
      {children}
      {history && <HistorySheet onClose={() => setHistory(false)} />}
    </Frame>
  );
}

const Bar = styled.div`
  display: flex;
  gap: 16px;
  align-items: center;
  padding: 8px 24px;
  background: var(--brick-wash);
  border-bottom: 1px solid var(--brick);
  position: sticky;
  top: 0;
  z-index: 5;
`;

function Notice() {
  const notice = useDocument((s) => s.notice);
  const store = useDocumentStore();
  const { trouble } = usePublication();
  if (!notice && !trouble) return null;
  return (
    <Bar role="alert">
      <Mark kind="no" />
      <span>{notice?.message ?? trouble}</span>
      <span style={{ flex: 1 }} />
      {notice?.again && (
        <TextButton
          onPress={() => {
            const { again = [] } = notice;
            store.getState().dismiss();
            for (const edit of again) store.getState().edit(edit);
          }}
        >
          Put mine back
        </TextButton>
      )}
      {notice && <TextButton onPress={() => store.getState().dismiss()}>Leave it so</TextButton>}
    </Bar>
  );
}
