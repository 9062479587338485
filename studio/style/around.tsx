'use client';
/** What is around the questions: behind the sheet, on top of it, and the page that it stands in. */
import { Choose } from '../../ui/controls';
import { Inline } from '../../ui/text';
import type { Picture } from '../../core/schema/quiz';
import { useDocumentStore, useQuiz } from '../document';
import { setField } from '../edits/edits';
import { setPart } from '../edits/look-edits';
import { PictureButton } from '../fields/picture';

const VEILS = [0, 20, 40, 60, 80, 95] as const;
const unless = <T,>(to: T, usual: T): T | undefined => (to === usual ? undefined : to);
const asPicture = (src: string | undefined): Picture | undefined => (src === undefined ? undefined : { src, text: '' });

export function BackgroundSettings() {
  const { look } = useQuiz();
  const store = useDocumentStore();
  const { background = {} } = look;
  const set = (to: Parameters<typeof setPart<'background'>>[2], field?: string) =>
    store.getState().edit(setPart(look, 'background', to), field);
  return (
    <section aria-label="Background">
      <h2>Background</h2>
      <Inline className="says">
        Behind the sheet lies{' '}
        <Choose
          label="What lies behind the sheet"
          value={background.to === undefined ? 'one' : (background.towards ?? 'down')}
          options={[
            { id: 'one', label: 'one colour' },
            { id: 'down', label: 'a colour that changes downwards' },
            { id: 'across', label: 'a colour that changes sidewards' },
            { id: 'aslant', label: 'a colour that changes aslant' },
          ]}
          onChange={(to) =>
            to === 'one'
              ? set({ to: undefined, towards: undefined })
              : set({ to: background.to ?? '#F2B84B', towards: unless(to, 'down') })
          }
        />
        {background.to !== undefined && (
          <>
            {' '}
            into{' '}
            <input
              type="color"
              aria-label="The colour it changes into"
              value={background.to.toLowerCase()}
              onChange={(e) => set({ to: e.target.value.toUpperCase() }, 'background to')}
              style={{ width: 44, height: 26, padding: 0, border: '1px solid var(--ink-3)', background: 'none' }}
            />
          </>
        )}
        {background.picture !== undefined && (
          <>
            , and over its picture{' '}
            <Choose
              label="How much lies over the picture"
              value={String(background.veil ?? 40)}
              options={VEILS.map((veil) => ({
                id: String(veil),
                label: veil === 0 ? 'nothing of it' : `${veil} % of it`,
              }))}
              onChange={(to) => set({ veil: unless(Number(to), 40) })}
            />
          </>
        )}
        .
      </Inline>
      <PictureButton
        at={() => []}
        picture={asPicture(background.picture)}
        of="the background"
        words="Put a picture behind it"
        keep={(to) => void set({ picture: to?.src, ...(to ? {} : { veil: undefined }) })}
      />
    </section>
  );
}

export function HeaderSettings() {
  const { look } = useQuiz();
  const store = useDocumentStore();
  const { header = {} } = look;
  const set = (to: Parameters<typeof setPart<'header'>>[2]) => void store.getState().edit(setPart(look, 'header', to));
  return (
    <section aria-label="Header and logo">
      <h2>Header and logo</h2>
      <div style={{ display: 'grid', gap: 8, justifyItems: 'start' }}>
        <PictureButton
          at={() => []}
          picture={header.logo}
          of="the logo"
          words="Add a logo"
          keep={(logo) => set({ logo })}
        />
        {header.logo && (
          <Inline className="says">
            The logo stands{' '}
            <Choose
              label="Where the logo stands"
              value={header.at ?? 'start'}
              options={[
                { id: 'start', label: 'at the start of the line' },
                { id: 'middle', label: 'in the middle' },
              ]}
              onChange={(to) => set({ at: unless(to, 'start') })}
            />
            .
          </Inline>
        )}
        <PictureButton
          at={() => []}
          picture={header.band}
          of="the top"
          words="Add a picture from edge to edge"
          keep={(band) => set({ band })}
        />
      </div>
    </section>
  );
}

export function EmbedSettings() {
  const { look } = useQuiz();
  const store = useDocumentStore();
  const { embed = {}, motion = 'none' } = look;
  const set = (to: Parameters<typeof setPart<'embed'>>[2]) => void store.getState().edit(setPart(look, 'embed', to));
  return (
    <section aria-label="Motion, and in a page">
      <h2>Motion, and in a page</h2>
      <Inline className="says">
        A page{' '}
        <Choose
          label="How a page comes"
          value={motion}
          options={[
            { id: 'none', label: 'is there at once' },
            { id: 'fade', label: 'fades in' },
            { id: 'slide', label: 'slides in' },
          ]}
          onChange={(to) =>
            void store.getState().edit(setField('set-motion', [], ['look', 'motion'], look.motion, unless(to, 'none')))
          }
        />
        . In somebody’s page it has{' '}
        <Choose
          label="Type in a page"
          value={embed.type ?? 'own'}
          options={[
            { id: 'own', label: 'its own type' },
            { id: 'page', label: 'the type of that page' },
          ]}
          onChange={(to) => set({ type: to === 'page' ? 'page' : undefined })}
        />
        ,{' '}
        <Choose
          label="Light or dark in a page"
          value={embed.scheme ?? 'own'}
          options={[
            { id: 'own', label: 'is as light as it is' },
            { id: 'page', label: 'is dark where that page is' },
          ]}
          onChange={(to) => set({ scheme: to === 'page' ? 'page' : undefined })}
        />
        , and{' '}
        <Choose
          label="Edges in a page"
          value={embed.plain ? 'plain' : 'own'}
          options={[
            { id: 'own', label: 'keeps its own edge' },
            { id: 'plain', label: 'has no edge of its own' },
          ]}
          onChange={(to) => set({ plain: to === 'plain' ? true : undefined })}
        />
        .
      </Inline>
    </section>
  );
}
