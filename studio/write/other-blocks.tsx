'use client';
/** The blocks that are not questions: words, pictures, the contact form, and what stands on a result. */
import { blockLabel } from '../../core/blocks/registry';
import type { ReactNode } from 'react';
import { nameOf, questionsOf } from '../../core/document/lookup';
import type { Block, Page, Question, Quiz } from '../../core/schema/quiz';
import { Choose, TextButton, Toggle } from '../../ui/controls';
import { useDocumentStore, useQuiz } from '../document';
import { CarryPart, QuizChoice } from '../shared/hand-over';
import { moveBlock, placeOfBlock, removeBlock, setField } from '../shared/edits';
import { useLive } from '../shared/live';
import type { Measure } from '../shared/measures';
import { ContactPart } from './contact-part';
import { Handle } from './drag';
import { TextField } from '../shared/text-field';
import { OfferFields } from './offer';
import { VerdictPart } from './outcomes';
import { PictureButton } from '../shared/picture';
import { RecordingButton } from './recording';
import { RichField } from '../shared/rich-field';
import { Row } from '../shared/sheet';
import { ShownNote, ShownWhen } from './shown-when';
import { offeredBy } from '../../core/questions/registry';

type Props = {
  block: Exclude<Block, Question>;
  page: Page;
  quiz: Pick<Quiz, 'verdicts' | 'scales'>;
  targets: Measure[];
  active: boolean;
};

/** A block that is not a question, as it is written. */
export function OtherPart(props: Props) {
  const { block, page, active } = props;
  const store = useDocumentStore();
  return (
    <div data-block={block.id} style={{ paddingTop: 6 }}>
      <Row
        gutter={
          <>
            <Handle block={block.id} stage={page.stage} name={blockLabel(block.kind)} />
            <span style={{ fontSize: 12, color: 'var(--ink-3)', textAlign: 'end', lineHeight: '16px' }}>
              {blockLabel(block.kind)}
            </span>
          </>
        }
        margin={
          active ? (
            <span style={{ display: 'flex', gap: 14, flexWrap: 'wrap' }}>
              <TextButton $weight={500} onPress={() => apply(moveBlock(store.getState().quiz, block.id, -1))}>
                Move up
              </TextButton>
              <TextButton $weight={500} onPress={() => apply(moveBlock(store.getState().quiz, block.id, 1))}>
                Move down
              </TextButton>
              <TextButton
                $danger
                $weight={500}
                onPress={() => store.getState().edit(removeBlock(store.getState().quiz, block.id))}
              >
                Delete
              </TextButton>
            </span>
          ) : (
            block.showIf && <ShownNote value={block.showIf} />
          )
        }
      >
        <Body {...props} at={['pages', page.id, 'blocks', block.id]} />
        {active && <ShownWhen block={block.id} page={page.id} value={block.showIf} />}
      </Row>
      {block.kind === 'verdict' && (
        <VerdictPart verdict={props.quiz.verdicts.find((v) => v.id === block.verdict)} targets={props.targets} />
      )}
    </div>
  );

  function apply(edit: ReturnType<typeof moveBlock>) {
    if (edit) store.getState().edit(edit);
  }
}

function Body({ block, quiz, at }: Props & { at: string[] }): ReactNode {
  const store = useDocumentStore();
  const set = (field: string[], was: unknown, to: unknown) =>
    store.getState().edit(setField(`set-${block.kind}`, at, field, was, to), `${field.join('.')} ${block.id}`);
  switch (block.kind) {
    case 'words':
      return <RichField label="Text" value={block.body} onChange={(to) => set(['body'], block.body, to)} />;
    case 'media':
      return (
        <div style={{ display: 'flex', flexWrap: 'wrap', gap: 12, alignItems: 'end' }}>
          <PictureButton at={() => at} picture={block.picture} of="the page" large />
          <RecordingButton at={() => at} field={[]} media={block} of="the page" />
        </div>
      );
    case 'contact':
      return <ContactPart block={block} at={at} />;
    case 'verdict':
      return (
        <span style={{ color: 'var(--ink-2)' }}>What the visitor turns out to be, written here for each outcome.</span>
      );
    case 'score':
      return (
        <div style={{ display: 'grid', gap: 6 }}>
          <TextField
            label="Title of the score"
            value={block.title ?? ''}
            placeholder="A title, if you like"
            onChange={(to) => set(['title'], block.title, to || undefined)}
          />
          <div style={{ display: 'flex', gap: '6px 18px', flexWrap: 'wrap' }}>
            {[{ id: 'marks', name: 'Marks' }, ...quiz.scales].map((s) => (
              <Toggle
                key={s.id}
                selected={block.scales.includes(s.id)}
                onChange={(on) =>
                  set(
                    ['scales'],
                    block.scales,
                    on
                      ? ['marks', ...quiz.scales.map((x) => x.id)].filter((x) => x === s.id || block.scales.includes(x))
                      : block.scales.filter((x) => x !== s.id),
                  )
                }
              >
                {s.name}
              </Toggle>
            ))}
            {quiz.scales.length === 0 && (
              <span style={{ color: 'var(--ink-3)' }}>
                There is no scale yet. Answers add to one from the margin, or in Score.
              </span>
            )}
          </div>
        </div>
      );
    case 'offer':
      return <OfferFields offer={block.offer} label="The offer" field={`prompt ${block.id}`} at={at} set={set} />;
    case 'topics':
      return (
        <div style={{ display: 'grid', gap: 6 }}>
          <TextField
            label="Title of the score by topic"
            value={block.title ?? ''}
            placeholder="A title, if you like"
            onChange={(to) => set(['title'], block.title, to || undefined)}
          />
          <div style={{ display: 'inline' }}>
            For each topic, the{' '}
            <Choose
              label="Which score"
              value={block.of}
              options={[{ id: 'marks', label: 'marks' }, ...quiz.scales.map((s) => ({ id: s.id, label: s.name }))]}
              onChange={(to) => set(['of'], block.of, to)}
            />{' '}
            in{' '}
            <Choose
              label="In which unit"
              value={block.unit ?? 'percent'}
              options={[
                { id: 'percent', label: 'percent' },
                { id: 'points', label: 'points' },
                ...(block.of === 'marks' ? [{ id: 'right' as const, label: 'questions right' }] : []),
              ]}
              onChange={(to) => set(['unit'], block.unit, to)}
            />
            .
          </div>
        </div>
      );
    case 'answers':
      return (
        <div style={{ display: 'grid', gap: 6 }}>
          <TextField
            label="Title of the answers"
            value={block.title ?? ''}
            placeholder="A title, if you like"
            onChange={(to) => set(['title'], block.title, to || undefined)}
          />
          <span style={{ color: 'var(--ink-2)' }}>What the visitor answered, and whether it was right. Also:</span>
          <div style={{ display: 'flex', gap: '6px 18px', flexWrap: 'wrap' }}>
            {(
              [
                ['right', 'what would be right'],
                ['marks', 'the marks'],
                ['explanations', 'the explanations'],
              ] as const
            ).map(([field, words]) => (
              <Toggle
                key={field}
                selected={block[field] ?? false}
                onChange={(to) => set([field], block[field], to || undefined)}
              >
                {words}
              </Toggle>
            ))}
          </div>
        </div>
      );
    case 'chart':
      return <ChartPart block={block} set={set} />;
    case 'certificate':
      return (
        <div style={{ display: 'grid', gap: 6 }}>
          <TextField
            label="Title of the certificate"
            value={block.title ?? ''}
            placeholder="Certificate"
            onChange={(to) => set(['title'], block.title, to || undefined)}
          />
          <RichField
            label="What the certificate says"
            value={block.body}
            placeholder="Put in the visitor’s name and what they reached"
            onChange={(to) => set(['body'], block.body, to)}
          />
          <TextField
            label="Words on the button"
            value={block.button ?? ''}
            placeholder="Get the certificate"
            onChange={(to) => set(['button'], block.button, to || undefined)}
          />
          <span style={{ color: 'var(--ink-2)' }}>
            Visitors get it as a sheet to print, with the day they finished.
          </span>
        </div>
      );
    case 'hand-over':
      return <HandOverPart block={block} set={set} />;
    case 'share':
      return (
        <div style={{ display: 'grid', gap: 6 }}>
          <RichField
            label="What is shared with the address"
            value={block.text}
            placeholder="A line to go with the address"
            onChange={(to) => set(['text'], block.text, to)}
          />
          <TextField
            label="Words on the button"
            value={block.button ?? ''}
            placeholder="Share this quiz"
            onChange={(to) => set(['button'], block.button, to || undefined)}
          />
        </div>
      );
    case 'again':
      return (
        <TextField
          label="Words on the button"
          value={block.button ?? ''}
          placeholder="Take it again"
          onChange={(to) => set(['button'], block.button, to || undefined)}
        />
      );
  }
}

type Of<K extends Block['kind']> = {
  block: Extract<Block, { kind: K }>;
  set: (field: string[], was: unknown, to: unknown) => void;
};

function ChartPart({ block, set }: Of<'chart'>) {
  const quiz = useQuiz();
  const choices = questionsOf(quiz).filter((q) => offeredBy(q));
  const store = useDocumentStore();
  const now = block.topic === undefined ? `q ${block.question ?? ''}` : `t ${block.topic}`;
  const all = [
    ...choices.map((q) => ({ id: `q ${q.id}`, label: nameOf(q) })),
    ...quiz.topics.map((t) => ({ id: `t ${t.id}`, label: `in ${t.name}, in fifths of the marks` })),
  ];
  return (
    <div style={{ display: 'grid', gap: 6 }}>
      <TextField
        label="Title of the chart"
        value={block.title ?? ''}
        placeholder="A title, if you like; else the question"
        onChange={(to) => set(['title'], block.title, to || undefined)}
      />
      <div style={{ display: 'inline' }}>
        How others answered{' '}
        <Choose
          label="Which question or topic"
          value={now}
          options={[...(all.some((o) => o.id === now) ? [] : [{ id: now, label: 'choose one' }]), ...all]}
          onChange={(to) => {
            const at = placeOfBlock(store.getState().quiz, block.id);
            const [what, id] = [to.slice(0, 1), to.slice(2)];
            store.getState().edit({
              name: 'set-chart',
              ops: [
                ...setField('', at, ['question'], block.question, what === 'q' ? id : undefined).ops,
                ...setField('', at, ['topic'], block.topic, what === 't' ? id : undefined).ops,
              ],
            });
          }}
        />
        .
      </div>
    </div>
  );
}

function HandOverPart({ block, set }: Of<'hand-over'>) {
  const quiz = useQuiz();
  const { live } = useLive();
  return (
    <div style={{ display: 'grid', gap: 6 }}>
      <div>
        On to <QuizChoice value={block.quiz} onChange={(to) => set(['quiz'], block.quiz, to)} />
      </div>
      <TextField
        label="Words on the button"
        value={block.button ?? ''}
        placeholder="Go on"
        onChange={(to) => set(['button'], block.button, to || undefined)}
      />
      <CarryPart
        quiz={quiz}
        to={live.quizzes.find((q) => q.id === block.quiz)}
        value={block.carry}
        onChange={(carry) => set(['carry'], block.carry, carry)}
      />
    </div>
  );
}
