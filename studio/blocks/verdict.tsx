'use client';
/** The outcomes of a verdict, each written once: name, headline, picture, text and offer. */
import { Faint, Inline, Muted } from '../../ui/text';
import { Plus } from 'lucide-react';
import { memo } from 'react';
import type { Outcome } from '../../core/schema/quiz';
import { TextButton } from '../../ui/controls';
import { useDocumentStore } from '../document';
import { setField } from '../edits/edits';
import { addOutcome, removeTarget } from '../edits/weigh-edits';
import type { Measure } from '../edits/measures';
import { Nobody } from '../shared/empty-odds';
import { useRehearsal } from '../shared/rehearsal';
import { useFocusLater } from '../fields/cursor';
import { TextField } from '../fields/text-field';
import { studioVerdict } from '../verdicts/registry';
import { useFields } from '../fields/use-fields';
import { OfferFields } from '../fields/offer-fields';
import { PictureButton } from '../fields/picture';
import { RichField } from '../fields/rich-field';
import { Bar, Row, Small } from '../shared/sheet';
import type { Of, Parts, StudioBlock } from './kind';

function Outcomes({ block, quiz, targets }: { block: Of<'verdict'>; quiz: Parts; targets: Measure[] }) {
  const verdict = quiz.verdicts.find((v) => v.id === block.verdict);
  const store = useDocumentStore();
  const focusLater = useFocusLater();
  const InShort = verdict && studioVerdict(verdict).InShort;
  const add = () => {
    const { quiz, edit } = store.getState();
    const made = addOutcome(quiz, verdict?.id);
    edit(made.edit);
    focusLater(`outcome ${made.outcome.id}`);
  };
  return (
    <>
      {verdict && (
        <Row>
          <Small>
            <Faint>Verdict</Faint>
            <TextField
              label="Name of the verdict"
              value={verdict.name}
              placeholder="What is decided"
              onChange={(to) =>
                store
                  .getState()
                  .edit(
                    setField('name-verdict', ['verdicts', verdict.id], ['name'], verdict.name, to),
                    `verdict ${verdict.id}`,
                  )
              }
            />
            {InShort && (
              <Inline>
                <InShort verdict={verdict} />
              </Inline>
            )}
          </Small>
        </Row>
      )}
      {verdict?.outcomes.map((outcome) => (
        <OutcomePart
          key={outcome.id}
          verdict={verdict.id}
          outcome={outcome}
          colour={targets.find((t) => t.id === outcome.id)?.colour ?? 0}
        />
      ))}
      <Row>
        <TextButton onPress={add}>
          <Plus size={15} /> Add an outcome
        </TextButton>
      </Row>
    </>
  );
}

const OutcomePart = memo(function OutcomePart({
  verdict,
  outcome,
  colour,
}: {
  verdict: string;
  outcome: Outcome;
  colour: number;
}) {
  const store = useDocumentStore();
  const at = ['verdicts', verdict, 'outcomes', outcome.id];
  const { set, words } = useFields(outcome, () => at);
  const offer = outcome.offer;
  return (
    <div data-block={outcome.id} id={outcome.id} style={{ borderTop: '1px solid var(--line)', paddingBottom: 14 }}>
      <Row
        gutter={<Bar $n={colour} style={{ width: 4, height: 24, margin: '6px 8px 0 0' }} />}
        margin={<OutcomeShare verdict={verdict} outcome={outcome.id} />}
      >
        <h3 style={{ font: '700 18px/1.3 var(--heading)' }}>
          <TextField
            label="Name of the outcome"
            field={`outcome ${outcome.id}`}
            value={outcome.name}
            placeholder="Name of the outcome"
            onChange={(to) => set('name', to)}
          />
        </h3>
      </Row>
      <Row margin={<Faint>Headline, above the text</Faint>}>
        <TextField
          label={`Headline of ${outcome.name}`}
          placeholder="A headline worth sharing"
          {...words('headline')}
        />
      </Row>
      <Row>
        <PictureButton at={() => at} picture={outcome.picture} of={outcome.name || 'the outcome'} large />
      </Row>
      <Row>
        <RichField
          label={`Text of ${outcome.name}`}
          value={outcome.body}
          placeholder="What this visitor should read"
          onChange={(to) => set('body', to)}
        />
      </Row>
      <Row
        margin={
          offer ? (
            <TextButton $weight={500} onPress={() => set('offer', undefined)}>
              Without an offer
            </TextButton>
          ) : (
            <TextButton
              $danger
              $weight={500}
              onPress={() => store.getState().edit(removeTarget(store.getState().quiz, outcome.id))}
            >
              Delete this outcome
            </TextButton>
          )
        }
      >
        {offer ? (
          <div style={{ borderTop: '1px solid var(--line)', paddingTop: 10 }}>
            <OfferFields offer={offer} label={`Offer to a ${outcome.name}`} of={outcome.id} at={() => at} />
          </div>
        ) : (
          <TextButton $weight={500} onPress={() => set('offer', { text: '', button: 'Have a look', url: 'https://' })}>
            <Plus size={15} /> Add an offer
          </TextButton>
        )}
      </Row>
      {offer && (
        <Row>
          <TextButton
            $danger
            $weight={500}
            onPress={() => store.getState().edit(removeTarget(store.getState().quiz, outcome.id))}
          >
            Delete this outcome
          </TextButton>
        </Row>
      )}
    </div>
  );
});

/** How many of the rehearsed visitors end here. */
function OutcomeShare({ verdict, outcome }: { verdict: string; outcome: string }) {
  const { odds } = useRehearsal();
  const share = odds?.outcomes[verdict]?.[outcome];
  if (share === undefined) return null;
  return (
    <span>{share === 0 ? <Nobody outcome={outcome} /> : `${(share * 100).toFixed(1)}% of rehearsed visitors`}</span>
  );
}

export const verdict: StudioBlock<Of<'verdict'>> = {
  Body: () => <Muted>What the visitor turns out to be, written here for each outcome.</Muted>,
  Below: Outcomes,
};
