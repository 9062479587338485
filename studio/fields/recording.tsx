'use client';
/** Sound or video beside a question, or as a block: uploaded, or by its address. */
import { useState } from 'react';
import { Button, Dialog, DialogTrigger } from 'react-aria-components';
import styled from 'styled-components';
import type { Place } from '../../core/document/edits';
import type { Picture } from '../../core/schema/quiz';
import { Field, LineInput, TextButton } from '../../ui/controls';
import { useDocumentStore } from '../document';
import { setField } from '../edits/edits';
import { FileDrop } from './file-drop';
import { Panel } from './picture';

type Kind = 'sound' | 'video';
const isAddress = (text: string) => /^https?:\/\/\S+$/.test(text.trim());

const Opener = styled(Button)`
  border: 1px solid var(--line);
  background: var(--chalk);
  color: var(--ink-2);
  padding: 2px 8px;
  min-height: 24px;
  border-radius: 3px;
  cursor: pointer;
  font-size: 13px;
  &[data-focus-visible] {
    outline: 2px solid var(--ink);
    outline-offset: 1px;
    box-shadow: 0 0 0 5px var(--saffron);
  }
`;

type Props = {
  at: () => Place;
  /** where in the thing at that place its sound and video are kept */
  field: string[];
  media: { sound?: Picture; video?: Picture };
  /** what it belongs to */ of: string;
};

export function RecordingButton({ at, field, media, of }: Props) {
  const store = useDocumentStore();
  const [trouble, setTrouble] = useState('');
  const [address, setAddress] = useState('');
  const kind: Kind | null = media.sound ? 'sound' : media.video ? 'video' : null;
  const now = kind && media[kind];
  const set = (what: Kind, to: Picture | undefined, join?: string) =>
    store.getState().edit(setField(`set-${what}`, at(), [...field, what], media[what], to), join);
  /** There is one recording, whatever it is: another one takes its place. */
  const put = (what: Kind, src: string) => {
    if (kind && kind !== what) set(kind, undefined);
    set(what, { src, text: now?.text ?? '' });
  };
  const byAddress = (what: Kind) => {
    if (!isAddress(address)) {
      setTrouble('An address that begins with https:// is needed.');
      return;
    }
    setTrouble('');
    put(what, address.trim());
    setAddress('');
  };
  return (
    <DialogTrigger>
      <Opener aria-label={now ? `Change the ${kind} of ${of}` : `Add sound or video to ${of}`}>
        {kind === 'sound' ? 'Sound' : kind === 'video' ? 'Video' : 'Add sound or video'}
      </Opener>
      <Panel placement="bottom end" className="studio">
        <Dialog aria-label={`Sound or video of ${of}`} style={{ outline: 'none', padding: 16 }}>
          {now && kind === 'sound' && (
            <audio controls preload="none" src={now.src} aria-label={now.text} style={{ width: '100%' }} />
          )}
          {now && kind === 'video' && (
            <video controls preload="none" src={now.src} aria-label={now.text} style={{ width: '100%', height: 180 }} />
          )}
          <FileDrop
            button="Choose a file"
            note="MP3, WAV, OGG, M4A, MP4 or WebM, 25 MB at most. It can be dropped here too."
            label="A file of sound or video"
            accept="audio/*,video/*"
            megabytes={25}
            to="POST /api/recordings"
            onTaken={(made) => put(made.kind, made.src)}
          />
          <p role="alert" style={{ color: 'var(--brick)', fontSize: 13 }}>
            {trouble}
          </p>
          <Field>
            Or the address of one
            <LineInput
              type="url"
              value={address}
              maxLength={2000}
              placeholder="https://"
              onChange={(e) => setAddress(e.target.value)}
            />
          </Field>
          <div style={{ display: 'flex', gap: 16, margin: '6px 0 12px' }}>
            <TextButton isDisabled={!address.trim()} onPress={() => byAddress('sound')}>
              It is sound
            </TextButton>
            <TextButton isDisabled={!address.trim()} onPress={() => byAddress('video')}>
              It is video
            </TextButton>
          </div>
          {now && (
            <>
              <Field>
                What it is, for those who cannot hear or see it
                <LineInput
                  value={now.text}
                  maxLength={2000}
                  onChange={(e) => set(kind, { ...now, text: e.target.value }, `${kind} ${now.src} ${of}`)}
                />
              </Field>
              <div style={{ marginTop: 12 }}>
                <TextButton $danger onPress={() => set(kind, undefined)}>
                  Take it away
                </TextButton>
              </div>
            </>
          )}
        </Dialog>
      </Panel>
    </DialogTrigger>
  );
}
