'use client';
/** One letter: its sentence, its sheet as it is written, and how it will arrive. */
import { useState } from 'react';
import styled from 'styled-components';
import type { Letter } from '../../core/schema/quiz';
import { LineInput, TextButton } from '../../ui/controls';
import { useDocumentStore } from '../document';
import { RichField } from '../fields/rich-field';
import { useFields } from '../fields/use-fields';
import { Views } from '../shell/view-switch';
import { ArrivesPart } from './arrives';
import { LetterParts } from './parts';
import { LetterSentence } from './sentence';

const Sheet = styled.article`
  border-top: 1px solid var(--ink);
  padding: 12px 0 36px;
  .name {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    gap: 4px 16px;
    align-items: baseline;
    margin-bottom: 8px;
  }
  .name input {
    font: 700 24px/1.25 var(--heading);
    border-color: transparent;
    flex: 1 1 260px;
    min-width: 0;
  }
  .head {
    display: grid;
    grid-template-columns: 96px minmax(0, 1fr);
    gap: 6px 12px;
    align-items: baseline;
    padding: 12px 0;
    border-block: 1px solid var(--line);
    margin: 12px 0 16px;
  }
  .head > span {
    color: var(--ink-3);
    font-size: 13px;
  }
  .body {
    max-width: 560px;
    font-size: 16px;
    line-height: 1.5;
  }
  .foot {
    border-top: 1px solid var(--line);
    margin-top: 16px;
    padding-top: 12px;
    color: var(--ink-2);
  }
  @media (max-width: 520px) {
    .head {
      grid-template-columns: minmax(0, 1fr);
      gap: 2px;
    }
  }
`;

export function LetterPart({ letter, own }: { letter: Letter; own: string }) {
  const store = useDocumentStore();
  const [view, setView] = useState<'write' | 'arrives'>('write');
  const at = ['messages', letter.id];
  const fields = useFields(letter, () => at);
  return (
    <Sheet id={letter.id} aria-label={`Letter: ${letter.name}`}>
      <div className="name">
        <LineInput
          aria-label="Name of the letter"
          value={letter.name}
          maxLength={200}
          onChange={(e) => fields.set('name', e.target.value)}
        />
        <Views
          label={`Show ${letter.name}`}
          value={view}
          onChange={setView}
          options={[
            { id: 'write', label: 'Written' },
            { id: 'arrives', label: 'As it arrives' },
          ]}
        />
      </div>
      <LetterSentence letter={letter} fields={fields} />
      {view === 'write' ? <Written letter={letter} /> : <ArrivesPart letter={letter} own={own} />}
      <TextButton
        $danger
        $weight={500}
        style={{ marginTop: 20 }}
        onPress={() =>
          store
            .getState()
            .edit({ name: 'remove-letter', ops: [{ op: 'remove', at: [], list: 'messages', id: letter.id }] })
        }
      >
        Delete this letter
      </TextButton>
    </Sheet>
  );
}

function Written({ letter }: { letter: Letter }) {
  const fields = useFields(letter, () => ['messages', letter.id]);
  const { name } = letter;
  const line = (label: string, field: 'preview' | 'sender' | 'replyTo', placeholder: string, most: number) => {
    const { value, onChange } = fields.words(field);
    return (
      <>
        <span aria-hidden>{label}</span>
        <LineInput
          aria-label={`${label} of ${name}`}
          value={value}
          maxLength={most}
          placeholder={placeholder}
          onChange={(e) => onChange(e.target.value)}
        />
      </>
    );
  };
  return (
    <>
      <div className="head">
        <span aria-hidden>Subject</span>
        <div style={{ fontWeight: 600 }}>
          <RichField
            line
            label={`Subject of ${name}`}
            value={letter.subject}
            onChange={(to) => fields.set('subject', to, 'subject')}
          />
        </div>
        {line(
          'Line in the inbox',
          'preview',
          'shown beside the subject; without one, the first words of the text',
          300,
        )}
        {line('From', 'sender', 'the name of your shop or of a person', 100)}
        {line('Answers go to', 'replyTo', 'an address that somebody reads', 254)}
      </div>
      <div className="body">
        <RichField label={`Text of ${name}`} value={letter.body} onChange={(to) => fields.set('body', to, 'body')} />
        {!letter.gather && <LetterParts letter={letter} />}
        {letter.gather && <p className="foot">{GATHERED[letter.gather]}</p>}
        <div className="foot">
          <RichField
            label={`Signature of ${name}`}
            value={letter.signature}
            placeholder="Signature: who writes, and from where"
            onChange={(to) => fields.set('signature', to, 'signature')}
          />
        </div>
      </div>
    </>
  );
}

const GATHERED = {
  daily:
    'Then a line for each who finished: who, what came out, when. Sent at seven in the morning, where there was one.',
  weekly: 'Then the figures of the week beside those of the week before. Sent on Monday at seven in the morning.',
};
