/** The only list of blocks on the visitor's page. */
import { type ComponentType, lazy, Suspense } from 'react';
import type { BlockView, QuestionView } from '../../core/flow/view';
import { Rich } from '../../ui/rich';
import { Media } from '../questions/parts';
import { QuestionOf } from '../questions/registry';
import { ContactForm } from './contact-form';
import type { BlockProps } from './kind';
import { type Early, fetchOfResults, isEarly, ofResultsKnown } from './late';
import { NotFetched } from './not-fetched';
import { OfferBlock } from './offer';

type Other = Exclude<BlockView, QuestionView>['kind'];
/** Of every kind there is one, here or of results. */
type Late = { [K in Exclude<Other, Early>]: ComponentType<BlockProps<K>> };

const blocks: { [K in Early]: ComponentType<BlockProps<K>> } = {
  contact: ({ block, values, fault, onChange, runAt }) => (
    <ContactForm
      block={block}
      given={values.contact[block.id] ?? { fields: {}, consent: false }}
      fault={(field) => fault(block.id, field)}
      runAt={runAt}
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
};

/** Fetched where nobody has done so yet: on the server, and where a page that was drawn there comes to life. */
const OfResults = lazy(() =>
  fetchOfResults().then(() => ({
    default: (props: BlockProps) => {
      const Block = ofResult(props.block.kind);
      return Block ? <Block {...props} /> : <NotFetched />;
    },
  })),
);
const ofResult = (kind: BlockView['kind']) => {
  const all: Partial<Late> = ofResultsKnown()?.blocks ?? {};
  // Each takes blocks of its own kind, by which it was found.
  return all[kind as keyof Late] as ComponentType<BlockProps> | undefined;
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
  if (isEarly(block.kind)) {
    const Block = blocks[block.kind] as ComponentType<BlockProps>;
    return <Block {...props} />;
  }
  const Block = ofResult(block.kind) ?? OfResults;
  return (
    <Suspense>
      <Block {...props} />
    </Suspense>
  );
}
