/** The only list of blocks on the visitor's page. */
import type { ComponentType } from 'react';
import type { BlockView, QuestionView } from '../../core/flow/view';
import { Rich } from '../../ui/rich';
import { Media } from '../questions/parts';
import { QuestionOf } from '../questions/registry';
import { CertificateBlock } from './certificate';
import { ChartBlock } from './chart';
import { ContactForm } from './contact-form';
import { EmbargoBlock } from './embargo';
import type { BlockProps } from './kind';
import { AgainBlock, HandOverBlock } from './leads-on';
import { OfferBlock } from './offer';
import { VerdictBlock } from './outcome';
import { AnswersBlock, LookOverBlock } from './review';
import { ScoresBlock } from './scores';
import { ShareBlock } from './share';

type Other = Exclude<BlockView, QuestionView>['kind'];

const blocks: { [K in Other]: ComponentType<BlockProps<K>> } = {
  contact: ({ block, values, fault, onChange }) => (
    <ContactForm
      block={block}
      given={values.contact[block.id] ?? { fields: {}, consent: false }}
      fault={(field) => fault(block.id, field)}
      onChange={(contact) => onChange({ ...values, contact: { ...values.contact, [block.id]: contact } })}
    />
  ),
  words: ({ block }) => (
    <div className="v-words">
      <Rich text={block.body} />
    </div>
  ),
  media: ({ block }) => (
    <figure className="v-media">
      <Media media={block} />
    </figure>
  ),
  offer: OfferBlock,
  verdict: VerdictBlock,
  score: ScoresBlock,
  topics: ScoresBlock,
  answers: AnswersBlock,
  share: ShareBlock,
  chart: ChartBlock,
  certificate: CertificateBlock,
  'hand-over': HandOverBlock,
  'held-back': EmbargoBlock,
  'look-over': LookOverBlock,
  again: AgainBlock,
};

/** A block of any kind: questions, words, and all that stands on a result. */
export function BlockOf(props: BlockProps) {
  const { block, values, fault, onChange } = props;
  if ('required' in block)
    return (
      <QuestionOf
        block={block}
        answer={values.answers[block.id]}
        fault={fault(block.id)}
        onAnswer={(answer) => onChange({ ...values, answers: { ...values.answers, [block.id]: answer } })}
      />
    );
  // Each takes blocks of its own kind, by which it was found.
  const Block = blocks[block.kind] as ComponentType<BlockProps>;
  return <Block {...props} />;
}
