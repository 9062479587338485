'use client';
/** What would change if one more answer were right: asked of old runs, without touching the quiz. */
import { useState } from 'react';
import type { AnswerOf, QueryOf } from '../../contract';
import { call } from '../../contract/call';
import { Choose, TextButton } from '../../ui/controls';
import { Alarm, Muted } from '../../ui/text';
import { useDocument } from '../document';
import { messageOf } from '../shared/trouble';
import { changedInWords } from './changed';

type Endpoint = 'GET /api/quizzes/{quiz}/what-if/{question}';
type Told = { of: string; words: string } | { of: string; trouble: string };

/** @returns what was told of the last answer that was asked about, and asking */
function useWhatIf(question: string) {
  const quiz = useDocument((s) => s.quizId);
  const [told, setTold] = useState<Told | null>(null);
  const [isAsking, setAsking] = useState(false);
  const ask = (of: string, query: NonNullable<QueryOf<Endpoint>>) => {
    setAsking(true);
    setTold(null);
    const finish = (next: Told) => {
      setAsking(false);
      setTold(next);
    };
    call('GET /api/quizzes/{quiz}/what-if/{question}', { quiz, question, query }).then(
      (got) => finish({ of, words: inWords(got) }),
      (error: unknown) => finish({ of, trouble: messageOf(error) }),
    );
  };
  return { told, isAsking, ask };
}

const inWords = ({ isAll, ...changes }: AnswerOf<Endpoint>) =>
  `${changedInWords(changes)}${isAll ? '' : ' These are the newest; there are more.'}`;

const Said = ({ told, isAsking }: { told: Told | null; isAsking: boolean }) => (
  <span role="status">
    {isAsking && <Muted>Being tried on old runs …</Muted>}
    {told && ('words' in told ? told.words : <Alarm>{told.trouble}</Alarm>)}
  </span>
);

/** A sentence in which one of the answers that are not right is chosen. */
export function WhatIfOption({
  question,
  options,
}: {
  question: string;
  options: readonly { id: string; name: string }[];
}) {
  const { told, isAsking, ask } = useWhatIf(question);
  const [chosen, setChosen] = useState(options[0]?.id ?? '');
  return (
    <div style={{ marginTop: 12 }}>
      What if{' '}
      <Choose
        label="An answer that might count too"
        value={chosen}
        options={options.map(({ id, name }) => ({ id, label: `“${name}”` }))}
        onChange={setChosen}
      />{' '}
      counted too? <TextButton onPress={() => ask(chosen, { option: chosen })}>Try it on old runs</TextButton>{' '}
      <div>
        <Said isAsking={isAsking} told={told && (told.of === chosen ? told : null)} />
      </div>
    </div>
  );
}

/** Beside words that are not right. */
export function WhatIfWords({ question, words }: { question: string; words: string }) {
  const { told, isAsking, ask } = useWhatIf(question);
  return (
    <>
      <TextButton
        $weight={500}
        aria-label={`What if “${words}” counted?`}
        onPress={() => ask(words, { words: words.slice(0, 300) })}
      >
        What if it counted?
      </TextButton>{' '}
      <Said isAsking={isAsking} told={told} />
    </>
  );
}
