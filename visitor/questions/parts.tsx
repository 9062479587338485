/** What the questions of a visitor's page share: the wording on top, and the fault below. */
import { useId, type ReactNode } from 'react';
import type { QuestionView } from '../../core/flow/view';
import type { Answer } from '../../core/values/answer';
import { Mark } from '../../ui/marks';
import { Rich, RichLine } from '../../ui/rich';

export type Asked<V extends QuestionView = QuestionView> = {
  block: V;
  answer: Answer | undefined;
  fault: string | undefined;
  onAnswer: (answer: Answer) => void;
};

type Parts = Record<string, string | string[] | [number, number]>;
/** The answer of a question of several parts, by part. */
export const partsIn = (answer: Answer | undefined): Parts =>
  typeof answer === 'object' && !Array.isArray(answer) ? answer : {};

export function Wrong({ id, children }: { id: string; children: string | undefined }) {
  return children ? (
    <p className="v-wrong" id={id}>
      <Mark kind="no" size={12} plain /> {children}
    </p>
  ) : null;
}

export function Media({ media }: { media: QuestionView['media'] }) {
  if (!media) return null;
  const { picture, sound, video } = media;
  return (
    <>
      {picture && <img className="v-picture" src={picture.src} alt={picture.text} width={640} height={320} />}
      {sound && <audio className="v-sound" controls preload="none" src={sound.src} aria-label={sound.text} />}
      {video && <video className="v-picture" controls preload="none" src={video.src} aria-label={video.text} />}
    </>
  );
}

const Hint = ({ block }: { block: QuestionView }) =>
  block.hint ? (
    <div className="v-hint">
      <Rich text={block.hint} />
    </div>
  ) : null;

/** A question answered by one field: its wording is the field's label. */
export function OneField({
  block,
  fault,
  children,
}: {
  block: QuestionView;
  fault: string | undefined;
  children: (field: { id: string; 'aria-invalid'?: true; 'aria-describedby'?: string }) => ReactNode;
}) {
  const id = useId();
  return (
    <>
      <Media media={block.media} />
      <h2 className="v-prompt v-asked" tabIndex={-1} data-heading>
        <label htmlFor={id} id={`${id}-label`}>
          <RichLine text={block.prompt} />
        </label>
      </h2>
      <Hint block={block} />
      {children({ id, ...(fault ? { 'aria-invalid': true, 'aria-describedby': `${id}-fault` } : {}) })}
      <Wrong id={`${id}-fault`}>{fault}</Wrong>
    </>
  );
}

/** A question answered by several fields: its wording is the legend of the group. */
export function FieldGroup({
  block,
  fault,
  children,
  below,
}: {
  block: QuestionView;
  fault: string | undefined;
  children: ReactNode;
  /** says how many to choose */ below?: ReactNode;
}) {
  const id = useId();
  return (
    <fieldset aria-describedby={fault ? `${id}-fault` : undefined}>
      <Media media={block.media} />
      <legend>
        <h2 className="v-prompt v-asked" tabIndex={-1} data-heading>
          <RichLine text={block.prompt} />
        </h2>
      </legend>
      <Hint block={block} />
      {below}
      {children}
      <Wrong id={`${id}-fault`}>{fault}</Wrong>
    </fieldset>
  );
}
