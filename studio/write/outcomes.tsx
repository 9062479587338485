'use client';
/** The outcomes of a verdict, each written once: name, headline, picture, text and offer. */
import { Plus } from 'lucide-react';
import { memo } from 'react';
import type { Outcome, Verdict } from '../../core/schema/quiz';
import { Choose, TextButton } from '../../ui/controls';
import { useDocumentStore } from '../document';
import { setField } from '../shared/edits';
import { addOutcome, removeTarget } from '../shared/weigh-edits';
import type { Measure } from '../shared/measures';
import { Nobody } from '../shared/empty-odds';
import { useRehearsal } from '../shared/rehearsal';
import { useFocusLater } from '../shared/cursor';
import { TextField } from '../shared/text-field';
import { OfferFields } from './offer';
import { PictureButton } from '../shared/picture';
import { RichField } from '../shared/rich-field';
import { Bar, Row, Small } from '../shared/sheet';

export function VerdictPart({ verdict, targets }: { verdict: Verdict | undefined; targets: Measure[] }) {
  const store = useDocumentStore();
  const focusLater = useFocusLater();
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
            <span style={{ color: 'var(--ink-3)' }}>Verdict</span>
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
            {verdict.by === 'strongest' && (
              <div style={{ display: 'inline' }}>
                The strongest outcome wins; level ones are decided by{' '}
                <Choose
                  label="Who wins when outcomes are level"
                  value={verdict.ties ?? 'first'}
                  options={[
                    { id: 'first', label: 'their order here' },
                    { id: 'latest', label: 'the later answer' },
                    { id: 'blend', label: 'naming them all' },
                  ]}
                  onChange={(to) =>
                    store.getState().edit(setField('set-ties', ['verdicts', verdict.id], ['ties'], verdict.ties, to))
                  }
                />
              </div>
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
  const set = (field: string[], was: unknown, to: unknown) =>
    store.getState().edit(setField('set-outcome', at, field, was, to), `${field.join('.')} ${outcome.id}`);
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
            onChange={(to) => set(['name'], outcome.name, to)}
          />
        </h3>
      </Row>
      <Row margin={<span style={{ color: 'var(--ink-3)' }}>Headline, above the text</span>}>
        <TextField
          label={`Headline of ${outcome.name}`}
          value={outcome.headline ?? ''}
          placeholder="A headline worth sharing"
          onChange={(to) => set(['headline'], outcome.headline, to || undefined)}
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
          onChange={(to) => set(['body'], outcome.body, to)}
        />
      </Row>
      <Row
        margin={
          offer ? (
            <TextButton $weight={500} onPress={() => set(['offer'], offer, undefined)}>
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
            <OfferFields offer={offer} label={`Offer to a ${outcome.name}`} at={at} set={set} />
          </div>
        ) : (
          <TextButton
            $weight={500}
            onPress={() => set(['offer'], undefined, { text: '', button: 'Have a look', url: 'https://' })}
          >
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
