'use client';
/** A place to put a file of one's own: chosen, dropped or pasted. The server takes it in before it stands anywhere. */
import { useRef, useState } from 'react';
import styled from 'styled-components';
import type { AnswerOf } from '../../contract';
import { type FileEndpoint, upload } from '../../contract/call';
import { TextButton } from '../../ui/controls';

const Drop = styled.div`
  border: 1.5px dashed var(--ink-3);
  border-radius: 6px;
  padding: 10px 12px;
  margin-bottom: 12px;
  font-size: 13px;
  color: var(--ink-2);
  > span {
    display: block;
  }
  p {
    color: var(--brick);
  }
`;

export function FileDrop<E extends FileEndpoint>({
  button,
  note,
  label,
  accept,
  megabytes,
  to,
  onTaken,
}: {
  button: string;
  note: string;
  label: string;
  accept: string;
  /** the largest file that is taken */ megabytes: number;
  /** where it is sent */ to: E;
  onTaken: (made: AnswerOf<E>) => void;
}) {
  const file = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState('');
  const take = async (chosen: File | null | undefined) => {
    if (!chosen || busy) return;
    setTrouble('');
    if (chosen.size > megabytes * 1_000_000) {
      setTrouble(`“${chosen.name}” is too large: ${megabytes} MB at most.`);
      return;
    }
    setBusy(true);
    try {
      onTaken(await upload(to, chosen));
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : 'That did not work just now.');
    }
    setBusy(false);
  };
  return (
    <Drop
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        void take(e.dataTransfer.files[0]);
      }}
      onPaste={(e) => void take(e.clipboardData.files[0])}
    >
      <TextButton isDisabled={busy} onPress={() => file.current?.click()}>
        {busy ? 'Taking it in …' : button}
      </TextButton>
      <span>{note}</span>
      <input
        ref={file}
        type="file"
        hidden
        aria-label={label}
        accept={accept}
        onChange={(e) => {
          void take(e.target.files?.[0]);
          e.target.value = '';
        }}
      />
      <p role="alert">{trouble}</p>
    </Drop>
  );
}
