'use client';
/** A picture on a block, an answer or an outcome: chosen from those drawn for the product, with words for those who cannot see it. */
import { useEffect, useState } from 'react';
import { call } from '../../contract/call';
import { Button, Dialog, DialogTrigger, Popover } from 'react-aria-components';
import styled from 'styled-components';
import type { Picture } from '../../core/schema/quiz';
import type { Place } from '../../core/document/edits';
import { Field, TextButton } from '../../ui/controls';
import { useDocumentStore } from '../document';
import { setField } from '../edits/edits';
import { Muted } from '../../ui/text';
import { CutPicture } from './cut-picture';
import { FileDrop } from './file-drop';
import { pictures } from './pictures';

const Thumb = styled(Button)`
  border: 1px solid var(--line);
  background: var(--chalk);
  color: var(--ink-2);
  padding: 0;
  min-width: 24px;
  min-height: 24px;
  border-radius: 3px;
  overflow: hidden;
  cursor: pointer;
  font-size: 13px;
  img {
    display: block;
    object-fit: cover;
  }
  span {
    padding: 2px 8px;
  }
  &[data-focus-visible] {
    outline: 2px solid var(--ink);
    outline-offset: 1px;
    box-shadow: 0 0 0 5px var(--saffron);
  }
`;
export const Panel = styled(Popover)`
  overflow: auto;
  /* It is a piece of the studio, and not a page of it. */
  && {
    min-height: 0;
  }
  width: 392px;
  max-width: 94vw;
  background: var(--paper);
  color: var(--ink);
  border: 1px solid var(--line);
  border-radius: 6px;
  box-shadow: 0 8px 28px rgb(20 25 35 / 18%);
  font: 400 14px/1.4 var(--text);
`;
const Grid = styled.div`
  display: grid;
  grid-template-columns: repeat(5, 1fr);
  gap: 8px;
  margin: 4px 0 12px;
  max-height: 178px;
  padding: 4px;
  overflow: auto;
  button {
    border: 0;
    padding: 0;
    height: 36px;
    scroll-margin: 6px;
    cursor: pointer;
    background: none;
  }
  button[aria-pressed='true'] {
    outline: 3px solid var(--saffron);
    outline-offset: 1px;
  }
  img {
    width: 100%;
    height: 100%;
    object-fit: cover;
    display: block;
  }
`;

type Props = {
  at: () => Place;
  /** where in the thing at that place; `picture` where not said */
  field?: string[];
  picture: Picture | undefined;
  /** what it is a picture of */ of: string;
  large?: boolean;
  /** on the button while there is none */ words?: string;
  /** Where the picture is kept otherwise than in a field of its own. */
  keep?: (picture: Picture | undefined) => void;
};

export function PictureButton({ at, field = ['picture'], picture, of, large, keep, words = 'Add a picture' }: Props) {
  const store = useDocumentStore();
  const set = (to: Picture | undefined, join?: string) =>
    keep ? keep(to) : void store.getState().edit(setField('set-picture', at(), field, picture, to), join);
  return (
    <DialogTrigger>
      <Thumb aria-label={picture ? `Change the picture of ${of}` : `Add a picture to ${of}`}>
        {picture ? (
          <img src={picture.src} alt="" width={large ? 240 : 48} height={large ? 120 : 28} />
        ) : (
          <span>{words}</span>
        )}
      </Thumb>
      <Panel placement="bottom end" className="studio">
        <Dialog aria-label={`Picture of ${of}`} style={{ outline: 'none', padding: 16 }}>
          <FileDrop
            button="Choose a picture of your own"
            note="or drop or paste one here, or take one of those below"
            label="A picture of your own"
            accept="image/*"
            megabytes={12}
            to="POST /api/pictures"
            onTaken={({ src }) => set({ src, text: '' })}
          />
          {picture && (
            <>
              <Field>
                What it shows, for those who cannot see it
                <WordsField
                  value={picture.text}
                  onChange={(text) => set({ ...picture, text }, `picture ${picture.src} ${of}`)}
                />
              </Field>
              <div style={{ margin: '12px 0', display: 'flex', flexWrap: 'wrap', gap: '8px 18px' }}>
                {picture.src.startsWith('/') && (
                  <CutPicture src={picture.src} onCut={(src) => set({ ...picture, src })} />
                )}
                <TextButton $danger onPress={() => set(undefined)}>
                  Take the picture away
                </TextButton>
              </div>
            </>
          )}
          <Gallery chosen={picture?.src} onChoose={set} />
        </Dialog>
      </Panel>
    </DialogTrigger>
  );
}

/** Pictures that are there: those put in here before, and those drawn for everybody; or one that stands elsewhere, by its address. */
function Gallery({ chosen, onChoose }: { chosen: string | undefined; onChoose: (picture: Picture) => void }) {
  const [own, setOwn] = useState<string[]>([]);
  const [typed, setTyped] = useState('');
  useEffect(() => {
    let isGone = false;
    call('GET /api/pictures', {}).then(
      (got) => !isGone && setOwn(got.pictures.map(({ src }) => src)),
      // Those drawn for everybody can be chosen all the same.
      () => undefined,
    );
    return () => void (isGone = true);
  }, []);
  const isAddress = /^https?:\/\/[^\s]+\.[^\s]+$/.test(typed);
  const choices = (label: string, list: Picture[]) => (
    <Grid role="group" aria-label={label}>
      {list.map((p, i) => (
        <button
          key={p.src}
          type="button"
          aria-label={p.text || `Picture ${i + 1} of yours`}
          aria-pressed={chosen === p.src}
          onClick={() => onChoose(p)}
        >
          <img src={p.src} alt="" loading="lazy" />
        </button>
      ))}
    </Grid>
  );
  return (
    <>
      {own.length > 0 && (
        <>
          <Muted as="p" $small>
            Put in here before
          </Muted>
          {choices(
            'Put in here before',
            own.map((src) => ({ src, text: '' })),
          )}
        </>
      )}
      <Muted as="p" $small>
        Drawn for everybody
      </Muted>
      {choices('Drawn for everybody', pictures)}
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (isAddress) onChoose({ src: typed, text: '' });
        }}
      >
        <Field>
          Or the address of a picture on the web, which your visitors’ browsers fetch from there
          <input
            type="url"
            value={typed}
            maxLength={2_000}
            placeholder="https://"
            onChange={(e) => setTyped(e.target.value)}
          />
        </Field>
        <TextButton type="submit" isDisabled={!isAddress}>
          Take this one
        </TextButton>
      </form>
    </>
  );
}

function WordsField({ value, onChange }: { value: string; onChange: (value: string) => void }) {
  const [empty] = useState(value === '');
  return (
    <input
      value={value}
      maxLength={500}
      placeholder={empty ? 'A few words' : ''}
      onChange={(e) => onChange(e.target.value)}
    />
  );
}
