'use client';
/** Type, shape and layout of a quiz: sentences whose words are choices. */
import { cornersOf, readyOf, typeOf } from '../../core/look/dress';
import { type FontId, fonts } from '../../core/look/fonts';
import { readyLooks } from '../../core/look/ready';
import { FONTS } from '../../core/schema/look';
import { Choose } from '../../ui/controls';
import { Inline } from '../../ui/text';
import { useDocumentStore, useQuiz } from '../document';
import { setField } from '../edits/edits';
import { setPart } from '../edits/look-edits';

const families = FONTS.map((id) => ({ id, label: fonts[id].name }));

/** A value that the ready look has by itself is not written down. */
const unless = <T,>(to: T, usual: T): T | undefined => (to === usual ? undefined : to);

export function TypeSettings() {
  const { look } = useQuiz();
  const store = useDocumentStore();
  const { heading, text } = typeOf(look);
  const own = readyLooks[readyOf(look)];
  const set = (to: Parameters<typeof setPart<'type'>>[2]) => store.getState().edit(setPart(look, 'type', to));
  return (
    <section aria-label="Type">
      <h2>Type</h2>
      <Inline className="says">
        Headings in{' '}
        <Choose<FontId>
          label="Family of the headings"
          value={heading}
          options={families}
          onChange={(to) => set({ heading: unless(to, own.heading) })}
        />
        , the rest in{' '}
        <Choose<FontId>
          label="Family of the rest"
          value={text}
          options={families}
          onChange={(to) => set({ text: unless(to, own.text) })}
        />
        ,{' '}
        <Choose
          label="Size of the type"
          value={look.type?.size ?? 'ordinary'}
          options={[
            { id: 'small', label: 'small' },
            { id: 'ordinary', label: 'ordinary' },
            { id: 'large', label: 'large' },
          ]}
          onChange={(to) => set({ size: unless(to, 'ordinary') })}
        />{' '}
        in size; headings are{' '}
        <Choose
          label="Weight of the headings"
          value={look.type?.weight ?? 'own'}
          options={[
            { id: 'own', label: 'as the look has them' },
            { id: 'light', label: 'light' },
            { id: 'regular', label: 'medium' },
            { id: 'bold', label: 'bold' },
          ]}
          onChange={(to) => set({ weight: to === 'own' ? undefined : to })}
        />
        .
      </Inline>
    </section>
  );
}

export function ShapeSettings() {
  const { look } = useQuiz();
  const store = useDocumentStore();
  const { shape = {} } = look;
  const set = (to: Parameters<typeof setPart<'shape'>>[2]) => store.getState().edit(setPart(look, 'shape', to));
  return (
    <section aria-label="Shape">
      <h2>Shape</h2>
      <Inline className="says">
        <Choose
          label="Corners"
          value={cornersOf(look)}
          options={[
            { id: 'straight', label: 'Straight' },
            { id: 'soft', label: 'Soft' },
            { id: 'round', label: 'Round' },
          ]}
          onChange={(to) => set({ corners: unless(to, readyLooks[readyOf(look)].corners) })}
        />{' '}
        corners,{' '}
        <Choose
          label="Lines"
          value={shape.lines ?? 'fine'}
          options={[
            { id: 'none', label: 'no' },
            { id: 'fine', label: 'fine' },
            { id: 'bold', label: 'bold' },
          ]}
          onChange={(to) => set({ lines: unless(to, 'fine') })}
        />{' '}
        lines,{' '}
        <Choose
          label="Shadow"
          value={shape.shadow ?? 'none'}
          options={[
            { id: 'none', label: 'no' },
            { id: 'soft', label: 'a soft' },
            { id: 'hard', label: 'a hard' },
          ]}
          onChange={(to) => set({ shadow: unless(to, 'none') })}
        />{' '}
        shadow,{' '}
        <Choose
          label="Rows"
          value={shape.rows ?? 'roomy'}
          options={[
            { id: 'roomy', label: 'roomy' },
            { id: 'close', label: 'close' },
          ]}
          onChange={(to) => set({ rows: unless(to, 'roomy') })}
        />{' '}
        rows, a{' '}
        <Choose
          label="Width"
          value={shape.width ?? 'ordinary'}
          options={[
            { id: 'narrow', label: 'narrow' },
            { id: 'ordinary', label: 'middling' },
            { id: 'wide', label: 'wide' },
          ]}
          onChange={(to) => set({ width: unless(to, 'ordinary') })}
        />{' '}
        sheet, words{' '}
        <Choose
          label="Where words stand"
          value={shape.align ?? 'start'}
          options={[
            { id: 'start', label: 'from the start of the line' },
            { id: 'middle', label: 'in the middle' },
          ]}
          onChange={(to) => set({ align: unless(to, 'start') })}
        />
        .
      </Inline>
    </section>
  );
}

export function LayoutSettings() {
  const { look, delivery } = useQuiz();
  const store = useDocumentStore();
  const { layout = {} } = look;
  const set = (to: Parameters<typeof setPart<'layout'>>[2]) => store.getState().edit(setPart(look, 'layout', to));
  const deliver = (field: 'progress' | 'back', to: boolean) =>
    store.getState().edit(setField(`set-${field}`, [], ['delivery', field], delivery[field], to ? undefined : false));
  const progress = delivery.progress === false ? 'none' : (layout.progress ?? 'both');
  return (
    <section aria-label="Layout">
      <h2>Layout</h2>
      <Inline className="says">
        A picture{' '}
        <Choose
          label="Where a picture stands"
          value={layout.picture ?? 'above'}
          options={[
            { id: 'above', label: 'above' },
            { id: 'beside', label: 'beside, where there is room,' },
            { id: 'behind', label: 'behind' },
          ]}
          onChange={(to) => set({ picture: unless(to, 'above') })}
        />{' '}
        the words, answers in{' '}
        <Choose
          label="Columns of answers"
          value={layout.columns ?? 'one'}
          options={[
            { id: 'one', label: 'one column' },
            { id: 'two', label: 'two columns' },
          ]}
          onChange={(to) => set({ columns: unless(to, 'one') })}
        />{' '}
        with{' '}
        <Choose
          label="Before answers"
          value={layout.marks ?? 'none'}
          options={[
            { id: 'none', label: 'nothing' },
            { id: 'letters', label: 'letters' },
            { id: 'numbers', label: 'numbers' },
          ]}
          onChange={(to) => set({ marks: unless(to, 'none') })}
        />{' '}
        before them, and{' '}
        <Choose
          label="Before questions"
          value={layout.numbers ? 'numbers' : 'none'}
          options={[
            { id: 'none', label: 'nothing' },
            { id: 'numbers', label: 'numbers' },
          ]}
          onChange={(to) => set({ numbers: to === 'numbers' ? true : undefined })}
        />{' '}
        before questions. Progress{' '}
        <Choose
          label="How progress is shown"
          value={progress}
          options={[
            { id: 'both', label: 'as a line and in words' },
            { id: 'line', label: 'as a line' },
            { id: 'steps', label: 'as steps, and in words' },
            { id: 'words', label: 'in words' },
            { id: 'none', label: 'is not shown' },
          ]}
          onChange={(to) => {
            if ((to === 'none') !== (progress === 'none')) deliver('progress', to !== 'none');
            if (to !== 'none') set({ progress: unless(to, 'both') });
          }}
        />
        , and Back{' '}
        <Choose
          label="Whether Back is offered"
          value={delivery.back === false ? 'no' : 'yes'}
          options={[
            { id: 'yes', label: 'is offered' },
            { id: 'no', label: 'is not offered' },
          ]}
          onChange={(to) => deliver('back', to === 'yes')}
        />
        .
      </Inline>
    </section>
  );
}
