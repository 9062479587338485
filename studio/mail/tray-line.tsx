'use client';
/** A letter in the tray: what became of it, and, unfolded, how it went out. */
import type { TrayLetter } from '../../contract/letters';
import { TextButton } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { Muted, Strong } from '../../ui/text';
import { LETTER_STATES } from '../shared/letter-states';
import { dayAndTime } from '../shared/time';

type LineProps = {
  letter: TrayLetter;
  quizId: string;
  isReader: boolean;
  isOpen: boolean;
  onOpen: () => void;
  onAgain: () => void;
};

export function TrayLine({ letter, quizId, isReader, isOpen, onOpen, onAgain }: LineProps) {
  const { id, state, subject, recipient, tries, trouble, writtenAt, dueAt } = letter;
  const { mark, word } = LETTER_STATES[state];
  const isLater = state === 'waiting' && dueAt !== undefined && Date.parse(dueAt) > Date.now();
  const mayAgain = state === 'failed' || (state === 'waiting' && !isLater);
  return (
    <li>
      <button type="button" className="line" aria-expanded={isOpen} onClick={onOpen}>
        <span>
          <Mark kind={mark} size={13} />
        </span>
        <Strong>{subject}</Strong>
        <Muted $small suppressHydrationWarning>
          {dayAndTime(writtenAt)}
        </Muted>
        <small suppressHydrationWarning>
          {recipient}, {word}
          {isLater && ` until ${dayAndTime(dueAt)}`}
          {state !== 'delivered' && tries > 0 && ` after ${tries} ${tries === 1 ? 'try' : 'tries'}`}
        </small>
      </button>
      {trouble && <p style={{ color: 'var(--brick)', fontSize: 13, marginInlineStart: 28 }}>{trouble}</p>}
      <div className="does">
        {!isReader && mayAgain && <TextButton onPress={onAgain}>Send again now</TextButton>}
        {isOpen && (
          <a
            href={`/api/quizzes/${quizId}/letters/${id}/letter.eml`}
            download
            style={{ color: 'inherit', display: 'inline-block', minHeight: 24 }}
          >
            As a file (.eml)
          </a>
        )}
      </div>
      {isOpen && <iframe title={`Letter: ${subject}`} src={`/api/quizzes/${quizId}/letters/${id}/page`} />}
    </li>
  );
}
