'use client';
/** Taking questions of the bank into a quiz, and what a question that follows one says in its settings. */
import { useCallback, useEffect, useState } from 'react';
import type { BankedQuestion } from '../../contract/quizzes';
import { isAsKept, takeKept } from '../../core/document/bank';
import type { Question } from '../../core/schema/quiz';
import { PrimaryButton, TextButton } from '../../ui/controls';
import { SideSheet } from '../../ui/side-sheet';
import { useDocumentStore } from '../document';
import { placeOfBlock, setField } from '../edits/edits';
import { call } from '../../contract/call';
import { addKept } from '../edits/bank-edits';
import { KeptList } from './kept-list';

const words = (error: unknown) => (error instanceof Error ? error.message : 'That did not work just now.');

export function BankButton({ behind, onTaken }: { behind: string; onTaken: (first: string) => void }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <TextButton $weight={500} onPress={() => setOpen(true)}>
        From the bank
      </TextButton>
      {open && <BankSheet behind={behind} onTaken={onTaken} onClose={() => setOpen(false)} />}
    </>
  );
}

function BankSheet({
  behind,
  onTaken,
  onClose,
}: {
  behind: string;
  onTaken: (first: string) => void;
  onClose: () => void;
}) {
  const store = useDocumentStore();
  const [kept, setKept] = useState<BankedQuestion[] | null>(null);
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const [trouble, setTrouble] = useState('');
  useEffect(() => {
    call('GET /api/bank', {}).then(
      (got) => setKept(got.kept),
      (error: unknown) => setTrouble(words(error)),
    );
  }, []);
  const tick = (id: string, on: boolean) => {
    const next = new Set(ticked);
    if (on) next.add(id);
    else next.delete(id);
    setTicked(next);
  };
  const take = (linked: boolean) => {
    const chosen = (kept ?? []).filter((k) => ticked.has(k.question.id));
    const { quiz, edit } = store.getState();
    const put = addKept(quiz, chosen, behind, linked);
    if (!put || !edit(put.edit)) return;
    onClose();
    onTaken(put.first);
  };
  const n = ticked.size === 1 ? '1 question' : `${ticked.size} questions`;
  return (
    <SideSheet open onClose={onClose} title="From the bank">
      {trouble && <p role="alert">{trouble}</p>}
      {kept?.length === 0 && (
        <p>The bank is empty. Choose questions by their numbers and keep them, or write some in the bank itself.</p>
      )}
      {kept && kept.length > 0 && (
        <>
          <KeptList kept={kept} act={{ ticked, tick }} />
          <div style={{ display: 'flex', flexWrap: 'wrap', gap: 18, alignItems: 'center', paddingTop: 14 }}>
            <PrimaryButton isDisabled={ticked.size === 0} onPress={() => take(true)}>
              {ticked.size === 0 ? 'Take them in' : `Take in ${n}`}
            </PrimaryButton>
            <TextButton isDisabled={ticked.size === 0} onPress={() => take(false)}>
              Take in as copies
            </TextButton>
          </div>
          <p style={{ color: 'var(--ink-2)', fontSize: 13, paddingTop: 8 }}>
            Questions taken in follow the bank until you change them here. Copies never do.
          </p>
        </>
      )}
    </SideSheet>
  );
}

/** Keeps questions of the open quiz in the bank, and lets them follow it. @returns how many were kept */
export function useKeep(): (ids: string[]) => Promise<number> {
  const store = useDocumentStore();
  return useCallback(
    async (ids) => {
      // Send pending edits first, because the server copies what it has on disk.
      await store.getState().flush();
      const { links } = await call('POST /api/bank', { body: { quiz: store.getState().quizId, ids } });
      const { quiz, edit } = store.getState();
      const ops = quiz.pages.flatMap((p) =>
        p.blocks.flatMap((b) => {
          const to = links[b.id];
          const was = 'linked' in b ? b.linked : undefined;
          return to === undefined || to === was
            ? []
            : setField('keep', placeOfBlock(quiz, b.id), ['linked'], was, to).ops;
        }),
      );
      if (ops.length) edit({ name: 'keep', ops });
      return Object.keys(links).length;
    },
    [store],
  );
}

/** In the settings of a question: whether it follows one of the bank, and what can be done about it. */
export function BankLine({ question }: { question: Question }) {
  const store = useDocumentStore();
  const keep = useKeep();
  const [kept, setKept] = useState<BankedQuestion | null | undefined>(undefined);
  const [said, setSaid] = useState('');
  const { linked } = question;
  const look = useCallback(async () => {
    if (linked === undefined) return;
    const { kept: all } = await call('GET /api/bank', {});
    setKept(all.find((k) => k.question.id === linked) ?? null);
  }, [linked]);
  useEffect(() => {
    look().catch((error: unknown) => setSaid(words(error)));
  }, [look]);
  const put = async () => {
    try {
      await keep([question.id]);
      await look();
      setSaid('');
    } catch (error) {
      setSaid(words(error));
    }
  };
  const set = (to: string | undefined) =>
    store
      .getState()
      .edit(setField('set-linked', placeOfBlock(store.getState().quiz, question.id), ['linked'], linked, to));
  if (linked === undefined)
    return (
      <div className="row">
        <TextButton $weight={500} onPress={() => void put()}>
          Keep in the bank
        </TextButton>
        <span role="status">{said}</span>
      </div>
    );
  const others = kept?.usedIn.filter((u) => u.quiz !== store.getState().quizId) ?? [];
  const same = kept && isAsKept(question, kept.question);
  return (
    <div className="row">
      <span>
        {kept === undefined
          ? 'From the bank.'
          : kept === null
            ? 'It came from the bank, where it is no more.'
            : same
              ? 'It follows the bank'
              : 'Changed here: the bank no longer changes it'}
        {kept && (others.length ? `; also in ${others.map((u) => u.title).join(', ')}.` : '.')}
      </span>
      {kept && !same && (
        <>
          <TextButton
            $weight={500}
            onPress={() => {
              const edit = takeKept(store.getState().quiz, question, kept.question);
              if (edit) store.getState().edit(edit);
            }}
          >
            Take the bank’s again
          </TextButton>
          <TextButton $weight={500} onPress={() => void put()}>
            Put this into the bank
          </TextButton>
        </>
      )}
      <TextButton $weight={500} onPress={() => set(undefined)}>
        Make it this quiz’s own
      </TextButton>
      <span role="status">{said}</span>
    </div>
  );
}
