import { useState } from 'react';
import { Rich } from '../../ui/rich';
import { useWords } from '../languages/words';
import type { BlockProps } from './kind';

export function CertificateBlock({ block, onCertificate: onFetch }: BlockProps<'certificate'>) {
  const { say } = useWords();
  const [state, setState] = useState<'idle' | 'busy' | 'failed'>('idle');
  return (
    <section className="v-certificate">
      <h2 className="v-title">{block.title || say('certificateFor')}</h2>
      <div className="v-words">
        <Rich text={block.body} />
      </div>
      <button
        type="button"
        className="v-next"
        aria-busy={state === 'busy'}
        disabled={!onFetch}
        onClick={() => {
          setState('busy');
          onFetch?.(block.id).then(
            () => setState('idle'),
            () => setState('failed'),
          );
        }}
      >
        {state === 'busy' ? say('sending') : block.button || say('certificate')}
      </button>
      <span role="status">{state === 'failed' ? say('lost') : ''}</span>
    </section>
  );
}
