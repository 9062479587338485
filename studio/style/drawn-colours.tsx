'use client';
/** Colours drawn from a picture, offered as sets of which every pair can be told apart. */
import { useState } from 'react';
import styled from 'styled-components';
import type { DrawnSet, Found } from '../../core/look/drawn';
import type { Picture } from '../../core/schema/quiz';
import { TextButton } from '../../ui/controls';
import { Alarm, Muted } from '../../ui/text';
import { useDocumentStore, useQuiz } from '../document';
import { setColours } from '../edits/look-edits';
import { PictureButton } from '../fields/picture';

const Sets = styled.ul`
  list-style: none;
  margin-top: 8px;
  display: grid;
  gap: 8px;
  li > button {
    display: flex;
    gap: 10px;
    align-items: center;
    width: 100%;
  }
  .bands {
    display: flex;
    border: 1px solid var(--ink-3);
  }
  .bands > span {
    width: 22px;
    height: 26px;
  }
`;

/** px of the longer side that is looked at: more says no more about colours. */
const LOOKED_AT = 160;
const SHOWN = ['ground', 'paper', 'ink', 'chosen', 'button', 'track'] as const;

/** @throws where the picture does not come, or stands elsewhere and may not be read */
async function coloursIn(src: string): Promise<Found[]> {
  const image = new Image();
  image.crossOrigin = 'anonymous';
  image.src = src;
  await image.decode();
  // A drawing without a size of its own is as large as it is drawn.
  const [width, height] = [image.naturalWidth || LOOKED_AT, image.naturalHeight || LOOKED_AT];
  const scale = LOOKED_AT / Math.max(width, height);
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(width * scale));
  canvas.height = Math.max(1, Math.round(height * scale));
  const drawn = canvas.getContext('2d');
  if (!drawn) return [];
  drawn.drawImage(image, 0, 0, canvas.width, canvas.height);
  const { extractColorsFromImageData } = await import('extract-colors');
  return extractColorsFromImageData(drawn.getImageData(0, 0, canvas.width, canvas.height)).map(({ hex, area }) => ({
    hex,
    area,
  }));
}

export function DrawnColours() {
  const { look } = useQuiz();
  const store = useDocumentStore();
  const [picture, setPicture] = useState<Picture | undefined>(undefined);
  const [sets, setSets] = useState<DrawnSet[]>([]);
  const [trouble, setTrouble] = useState('');
  const take = async (chosen: Picture | undefined) => {
    setPicture(chosen);
    setSets([]);
    setTrouble('');
    if (!chosen) return;
    try {
      const [found, { setsFrom }] = await Promise.all([coloursIn(chosen.src), import('../../core/look/drawn')]);
      setSets(setsFrom(found));
    } catch {
      setTrouble('Its colours cannot be read where it stands. Put it in as a picture of your own.');
    }
  };
  return (
    <div style={{ margin: '12px 0' }}>
      <PictureButton
        at={() => []}
        picture={picture}
        of="the colours"
        words="Draw them from a picture or logo"
        keep={(chosen) => void take(chosen)}
      />
      <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
      {sets.length > 0 && (
        <Sets aria-label="Colours of the picture">
          {sets.map(({ name, colours }) => (
            <li key={name}>
              <TextButton onPress={() => store.getState().edit(setColours(look, colours))}>
                <span className="bands" aria-hidden="true">
                  {SHOWN.map((role) => (
                    <span key={role} style={{ background: colours[role] }} />
                  ))}
                </span>
                {name}
              </TextButton>
            </li>
          ))}
        </Sets>
      )}
      {sets.length > 0 && (
        <Muted as="p" $small>
          In each of them every pair can be told apart.
        </Muted>
      )}
    </div>
  );
}
