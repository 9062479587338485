import { Rich } from '../../ui/rich';
import { useWords } from '../languages/words';
import type { BlockProps } from './kind';

/** A link, so that it works without scripts too. Where nobody has a run, there is no sheet yet. */
export function CertificateBlock({ block }: BlockProps<'certificate'>) {
  const { say } = useWords();
  return (
    <section className="v-certificate">
      <h2 className="v-title">{block.title || say('certificateFor')}</h2>
      <div className="v-words">
        <Rich text={block.body} />
      </div>
      <a className="v-next" href={block.url} download>
        {block.button || say('certificate')}
      </a>
    </section>
  );
}
