'use client';
/** How rehearsed visitors answer, and how far a long rehearsal has come. */
import { Choose, TextButton } from '../../ui/controls';
import { type MixKind, useRehearsal } from './rehearsal';

const words: { id: MixKind; label: string }[] = [
  { id: 'even', label: 'evenly' },
  { id: 'guess', label: 'as you guess' },
  { id: 'real', label: 'as real visitors did' },
];

export function MixChoice() {
  const { mixKind, setMix, trouble, progress, stop, again } = useRehearsal();
  return (
    <div style={{ display: 'block' }}>
      {progress !== null ? (
        <>
          <progress
            aria-label="Rehearsing"
            max={1}
            {...(progress > 0 ? { value: progress } : {})}
            style={{ width: 90, verticalAlign: 'middle', marginInlineEnd: 8 }}
          />
          <TextButton $weight={500} onPress={stop}>
            Stop
          </TextButton>
        </>
      ) : again ? (
        <TextButton $weight={500} onPress={again}>
          Rehearse
        </TextButton>
      ) : (
        <>
          answering <Choose label="How rehearsed visitors answer" value={mixKind} options={words} onChange={setMix} />
          {trouble && <span role="status"> {trouble}</span>}
        </>
      )}
    </div>
  );
}
