'use client';
/** What follows the text of a letter: words, a picture, a button, each for everybody or under a condition. */
import { Plus } from 'lucide-react';
import styled from 'styled-components';
import type { Letter, LetterPart } from '../../core/schema/quiz';
import { Choose, LineInput, MenuButton, TextButton } from '../../ui/controls';
import { useDocumentStore, useQuiz } from '../document';
import { addLetterPart } from '../edits/letter-edits';
import { PictureButton } from '../fields/picture';
import { RichField } from '../fields/rich-field';
import { useFields } from '../fields/use-fields';
import { ConditionSentence } from '../shared/condition';
import { firstAsked } from './first-asked';

const Part = styled.section`
  border-inline-start: 3px solid var(--line);
  padding: 2px 0 2px 14px;
  margin-top: 16px;
  .does {
    font-size: 14px;
    color: var(--ink-2);
    line-height: 26px;
  }
  .button {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 10px;
    align-items: baseline;
    margin: 6px 0;
  }
`;

type Button = NonNullable<LetterPart['button']>;
type To = 'result' | 'goOn' | 'certificate' | 'quiz' | 'offer' | 'url';

const WHERE: { id: To; label: string }[] = [
  { id: 'result', label: 'their result' },
  { id: 'goOn', label: 'where they stopped' },
  { id: 'offer', label: 'the offer of their outcome' },
  { id: 'certificate', label: 'their certificate' },
  { id: 'quiz', label: 'the quiz' },
  { id: 'url', label: 'an address' },
];

export function LetterParts({ letter }: { letter: Letter }) {
  const store = useDocumentStore();
  const add = (part: Omit<LetterPart, 'id'>) => store.getState().edit(addLetterPart(letter, part));
  return (
    <>
      {(letter.parts ?? []).map((part, i) => (
        <OnePart key={part.id} letter={letter} part={part} name={`part ${i + 1} of ${letter.name}`} />
      ))}
      <div style={{ marginTop: 12 }}>
        <MenuButton
          label={`Add a part to ${letter.name}`}
          entries={[
            { id: 'words', label: 'Words, for some of them' },
            { id: 'button', label: 'A button' },
            { id: 'picture', label: 'A picture' },
          ]}
          onAction={(id) => {
            if (id === 'words') add({ body: '' });
            else if (id === 'button') add({ button: { text: 'See your result', to: 'result' } });
            else add({ picture: { src: '/pictures/bicycle.svg', text: 'A bicycle' } });
          }}
        >
          <Plus size={14} /> Add words, a button or a picture
        </MenuButton>
      </div>
    </>
  );
}

function OnePart({ letter, part, name }: { letter: Letter; part: LetterPart; name: string }) {
  const quiz = useQuiz();
  const store = useDocumentStore();
  const at = ['messages', letter.id, 'parts', part.id];
  const { set } = useFields(part, () => at);
  const last = quiz.pages.at(-1)?.id ?? '';
  const { showIf, body, picture, button } = part;
  return (
    <Part aria-label={name}>
      {picture && <PictureButton at={() => at} picture={picture} of={name} large />}
      {body !== undefined && (
        <RichField
          label={`Words of ${name}`}
          value={body}
          placeholder="Words that some of them get"
          onChange={(to) => set('body', to, 'body')}
        />
      )}
      {button && <ButtonFields button={button} name={name} onChange={(to, join) => set('button', to, join)} />}
      <div className="does">
        {showIf === undefined ? (
          <>
            For everybody.{' '}
            <TextButton $weight={500} onPress={() => set('showIf', firstAsked(quiz))}>
              Only when …
            </TextButton>
          </>
        ) : (
          <>
            Only when{' '}
            <ConditionSentence
              quiz={quiz}
              page={last}
              value={showIf}
              onChange={(to, join) => set('showIf', to, join && `when ${join}`)}
            />
            .{' '}
            <TextButton $weight={500} onPress={() => set('showIf', undefined)}>
              For everybody
            </TextButton>
          </>
        )}{' '}
        <TextButton
          $weight={500}
          aria-label={`Remove ${name}`}
          onPress={() =>
            store.getState().edit({
              name: 'remove-letter-part',
              ops: [{ op: 'remove', at: ['messages', letter.id], list: 'parts', id: part.id }],
            })
          }
        >
          Remove
        </TextButton>
      </div>
    </Part>
  );
}

type ButtonProps = { button: Button; name: string; onChange: (to: Button, join: string) => void };

function ButtonFields({ button, name, onChange }: ButtonProps) {
  const { text, to } = button;
  const where: To = typeof to === 'object' ? 'url' : to;
  return (
    <div className="button">
      <LineInput
        aria-label={`Words on the button, ${name}`}
        value={text}
        maxLength={200}
        placeholder={where === 'offer' ? 'as on the result page' : 'words on the button'}
        style={{ fontWeight: 700, width: 220 }}
        onChange={(e) => onChange({ ...button, text: e.target.value }, 'button text')}
      />
      <div>
        leads to{' '}
        <Choose
          label={`Where the button leads, ${name}`}
          value={where}
          options={WHERE}
          onChange={(next) => onChange({ text, to: next === 'url' ? { url: 'https://' } : next }, 'button to')}
        />
      </div>
      {typeof to === 'object' && (
        <LineInput
          type="url"
          aria-label={`Address that the button leads to, ${name}`}
          value={to.url}
          maxLength={2_000}
          style={{ width: 260 }}
          onChange={(e) => onChange({ text, to: { url: e.target.value } }, 'button url')}
        />
      )}
    </div>
  );
}
