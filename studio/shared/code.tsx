'use client';
/** Text to be copied to somewhere else. */
import { useState } from 'react';
import styled from 'styled-components';
import { TextButton } from '../../ui/controls';

export const Code = styled.pre`
  margin: 12px 0;
  padding: 14px 16px;
  background: var(--paper);
  border: 1px solid var(--line);
  font:
    13px/1.55 ui-monospace,
    Consolas,
    monospace;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
`;

/** @param short what the button shows where many stand below each other */
export function Copy({ text, what, short }: { text: string; what: string; short?: string }) {
  const [done, setDone] = useState<'no' | 'yes' | 'failed'>('no');
  return (
    <>
      <TextButton
        aria-label={short && `Copy ${what}`}
        onPress={() =>
          void navigator.clipboard.writeText(text).then(
            () => setDone('yes'),
            () => setDone('failed'),
          )
        }
      >
        {short ?? `Copy ${what}`}
      </TextButton>
      <span role="status" style={{ color: done === 'failed' ? 'var(--brick)' : 'var(--pine)' }}>
        {done === 'yes' ? 'Copied' : done === 'failed' ? 'The browser does not allow it; mark and copy it by hand' : ''}
      </span>
    </>
  );
}
