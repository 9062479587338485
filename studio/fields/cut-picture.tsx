'use client';
/** Cuts a picture: what is kept is seen while it is chosen, by four choices that a keyboard can make too. */
import { useState } from 'react';
import styled from 'styled-components';
import { call } from '../../contract/call';
import { Choose, TextButton } from '../../ui/controls';
import { Alarm } from '../../ui/text';
import { partOf, type Wanted } from './cut';

const shapes = [
  { id: 'own', label: 'its own shape', ratio: null },
  { id: 'wide', label: 'twice as wide as high', ratio: 2 },
  { id: 'square', label: 'a square', ratio: 1 },
  { id: 'high', label: 'upright, four to five', ratio: 0.8 },
] as const;

const Window = styled.div`
  overflow: hidden;
  background: var(--line);
  margin: 8px 0;
  max-height: 260px;
  img {
    display: block;
    width: 100%;
    height: 100%;
    object-fit: cover;
  }
`;
const Sliders = styled.div`
  display: grid;
  grid-template-columns: auto 1fr;
  accent-color: var(--ink);
  gap: 4px 12px;
  align-items: center;
  font-size: 13px;
  label {
    display: contents;
  }
`;

export function CutPicture({ src, onCut }: { src: string; onCut: (src: string) => void }) {
  const [isOpen, setOpen] = useState(false);
  /** It was open: the focus goes back to the button that opened it. */
  const [wasOpen, setWasOpen] = useState(false);
  const [loaded, setLoaded] = useState<{ src: string; width: number; height: number } | null>(null);
  const size = loaded?.src === src ? loaded : null;
  const [shape, setShape] = useState<(typeof shapes)[number]['id']>('wide');
  const [place, setPlace] = useState({ zoom: 1, x: 0.5, y: 0.5 });
  const [isBusy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState('');
  if (!isOpen)
    return (
      <TextButton $weight={500} autoFocus={wasOpen} onPress={() => setOpen(true)}>
        Cut it …
      </TextButton>
    );
  const close = () => {
    setWasOpen(true);
    setOpen(false);
    setPlace({ zoom: 1, x: 0.5, y: 0.5 });
  };
  const ratio = shapes.find(({ id }) => id === shape)?.ratio ?? null;
  const wanted: Wanted = { ratio, ...place };
  const cut = async () => {
    if (!size) return;
    setBusy(true);
    try {
      onCut((await call('POST /api/pictures/cut', { body: { src, ...partOf(size, wanted) } })).src);
      close();
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : 'That did not work just now.');
    }
    setBusy(false);
  };
  const slider = (label: string, of: keyof typeof place, min: number, max: number) => (
    <label>
      {label}
      <input
        type="range"
        min={min}
        max={max}
        step={0.01}
        value={place[of]}
        onChange={(e) => setPlace({ ...place, [of]: Number(e.target.value) })}
      />
    </label>
  );
  return (
    <div role="group" aria-label="Cut the picture">
      Kept is{' '}
      <Choose
        label="Shape"
        value={shape}
        options={shapes.map(({ id, label }) => ({ id, label }))}
        onChange={setShape}
      />
      <Window style={{ aspectRatio: ratio ?? (size ? size.width / size.height : 2) }}>
        <img
          src={src}
          alt="What is kept"
          onLoad={({ currentTarget: { naturalWidth, naturalHeight } }) =>
            setLoaded({ src, width: naturalWidth, height: naturalHeight })
          }
          style={{
            objectPosition: `${place.x * 100}% ${place.y * 100}%`,
            transform: `scale(${place.zoom})`,
            transformOrigin: `${place.x * 100}% ${place.y * 100}%`,
          }}
        />
      </Window>
      <Sliders>
        {slider('Closer', 'zoom', 1, 4)}
        {slider('Left to right', 'x', 0, 1)}
        {slider('Top to bottom', 'y', 0, 1)}
      </Sliders>
      <span style={{ display: 'flex', gap: 18, marginTop: 8 }}>
        <TextButton isDisabled={isBusy || !size} onPress={() => void cut()}>
          {isBusy ? 'Cutting …' : 'Cut it like this'}
        </TextButton>
        <TextButton $weight={500} onPress={close}>
          Leave it whole
        </TextButton>
      </span>
      {trouble && <Alarm role="alert">{trouble}</Alarm>}
    </div>
  );
}
