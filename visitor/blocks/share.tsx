import { useState } from 'react';
import { useWords } from '../languages/words';
import type { BlockProps } from './kind';

/** Hands the address on: by the device's own sheet where it has one, else by the clipboard. */
export function ShareBlock({ block: { text, button, shared } }: BlockProps<'share'>) {
  const { say } = useWords();
  const [done, setDone] = useState('');
  const share = async () => {
    // Share the address of the quiz, not of this run.
    const mark = shared === undefined ? '' : `?shared=${encodeURIComponent(shared)}`;
    const url = `${location.origin}${location.pathname}${mark}`;
    try {
      if (typeof navigator.share === 'function') await navigator.share({ text, url });
      else {
        await navigator.clipboard.writeText([text, url].filter(Boolean).join(' '));
        setDone(say('copied'));
      }
    } catch {
      // Ignore a cancelled share.
    }
  };
  return (
    <div className="v-share">
      <button type="button" className="v-skip" style={{ paddingInlineStart: 0 }} onClick={() => void share()}>
        {button || say('share')}
      </button>
      <span role="status">{done}</span>
    </div>
  );
}
