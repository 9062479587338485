'use client';
import { useState } from 'react';
import { TextButton } from '../../ui/controls';
import { SideSheet } from '../../ui/side-sheet';
import { useQuiz } from '../document';
import { ViewSwitch, type Width } from './view-switch';
import { TryPage, useTry } from './try-quiz';

/** The draft as a visitor meets it, from the start. Nothing of it is counted or sent. */
export function PreviewSheet({ onClose }: { onClose: () => void }) {
  const quiz = useQuiz();
  const { run, setSent } = useTry(quiz);
  const [width, setWidth] = useState<Width>('phone');
  const again = () => setSent([]);
  return (
    <SideSheet
      wide
      open
      onClose={onClose}
      title="Preview"
      actions={
        <>
          <ViewSwitch width={width} onChange={setWidth} />
          <TextButton onPress={again}>Start over</TextButton>
        </>
      }
    >
      <p style={{ color: 'var(--ink-3)', marginBottom: 16 }}>
        The draft as a visitor meets it. Nothing you do here is counted or sent.
      </p>
      <div style={{ maxWidth: width === 'phone' ? 390 : 720, margin: '0 auto' }}>
        <TryPage explains quiz={quiz} run={run} send={(sent) => setSent((old) => [...old, sent])} again={again} />
      </div>
    </SideSheet>
  );
}
