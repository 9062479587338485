'use client';
/** One chart on a board: carried by its grip, sized at its corner, set up in a sentence. */
import { GripVertical } from 'lucide-react';
import { useLayoutEffect, useRef, useState } from 'react';
import { Dialog, DialogTrigger, Popover } from 'react-aria-components';
import styled from 'styled-components';
import type { Panel } from '../../../contract/boards';
import { LONGEST_NOTE, LONGEST_TITLE } from '../../../core/stats/boards';
import { formsOf } from '../../../core/stats/charts';
import { Field, MenuButton, TextButton } from '../../../ui/controls';
import { Alarm, Muted } from '../../../ui/text';
import { useKeepTyped } from '../../shared/keep-typed';
import { messageOf } from '../../shared/trouble';
import { number } from '../bars';
import { fetchFile, TABLES, useTableAt } from '../take-out';
import type { Direction } from './arrange';
import { type BoardChart, ChartDrawn } from './drawn';
import { asPng, keepFile, pictureOf } from './picture-out';
import { FormSentence, ShownSentence, type Subject } from './sentence';
import { linesOf } from './words';

const Frame = styled.figure`
  height: 100%;
  margin: 0;
  display: flex;
  flex-direction: column;
  background: var(--paper);
  border-top: 2px solid var(--ink);
  .title {
    display: flex;
    align-items: flex-start;
    gap: 6px;
    padding: 8px 12px 0 4px;
  }
  h3 {
    font: 700 16px/1.35 var(--heading);
    overflow-wrap: anywhere;
  }
  .names {
    flex: 1;
    min-width: 0;
  }
  .grip {
    border: 0;
    background: none;
    color: var(--ink-3);
    width: 24px;
    height: 26px;
    padding: 0;
    display: grid;
    place-items: center;
    cursor: grab;
    touch-action: none;
    border-radius: 4px;
    &:focus-visible {
      outline: 2px solid var(--ink);
      box-shadow: 0 0 0 5px var(--saffron);
      color: var(--ink);
    }
  }
  figcaption {
    padding: 2px 16px 10px;
    max-width: 64ch;
    overflow-wrap: anywhere;
    white-space: pre-line;
  }
`;
const Scroll = styled.div`
  flex: 1;
  min-height: 0;
  overflow: auto;
  padding: 10px 16px 4px;
  /* What is there for the ear only shall not make it longer. */
  position: relative;
`;
const Drop = styled(Popover)`
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 6px;
  box-shadow: 0 8px 28px rgb(20 25 35 / 18%);
  padding: 14px 18px 16px;
  width: min(420px, calc(100vw - 32px));
  overflow: auto;
  color: var(--ink);
  font: 400 15px/1.6 var(--text);
`;

/** Directions by the key that asks for them. */
const ARROWS: Partial<Record<string, Direction>> = {
  ArrowLeft: 'left',
  ArrowRight: 'right',
  ArrowUp: 'up',
  ArrowDown: 'down',
};

type Props = {
  panel: Panel;
  /** Nothing where the quiz does not have it any more, undefined until that is known. */
  chart: BoardChart | null | undefined;
  subjects: readonly Subject[];
  mayArrange: boolean;
  onChange: (next: Partial<Panel>) => void;
  onRemove: () => void;
  /** @param isSize whether it grows or shrinks instead */
  onStep: (to: Direction, isSize: boolean) => void;
};

export function PanelFrame({ panel, chart, subjects, mayArrange, onChange, onRemove, onStep }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState<{ width: number; height: number } | null>(null);
  const [trouble, setTrouble] = useState('');
  const at = useTableAt(panel.of);
  useLayoutEffect(() => {
    const element = box.current;
    if (!element) return;
    const measure = () => {
      const style = getComputedStyle(element);
      const pad = (...names: string[]) =>
        names.reduce((sum, name) => sum + parseFloat(style.getPropertyValue(name)), 0);
      setSize({
        width: Math.max(120, element.clientWidth - pad('padding-left', 'padding-right')),
        height: element.clientHeight - pad('padding-top', 'padding-bottom'),
      });
    };
    measure();
    const watch = new ResizeObserver(measure);
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  const name = panel.title || (chart?.name ?? (chart === null ? 'A chart of what is gone' : ''));
  const about = chart ? `${number(chart.of)} ${chart.about}` : '';

  const picture = async (kind: 'svg' | 'png') => {
    const drawn = box.current?.querySelector('svg');
    if (!drawn) throw new Error('There is nothing drawn here yet.');
    const { width } = drawn.getBoundingClientRect();
    const made = await pictureOf(drawn, {
      title: linesOf(name, width, '700 19px serif', 4),
      about: linesOf(about, width, '13px sans-serif', 2),
      note:
        panel.note === '' ? [] : panel.note.split('\n').flatMap((line) => linesOf(line, width, '14px sans-serif', 20)),
    });
    const file = kind === 'svg' ? new Blob([made.svg], { type: 'image/svg+xml' }) : await asPng(made);
    keepFile(file, `${name.replace(/[^\p{L}\p{N}]+/gu, '-').slice(0, 60)}.${kind}`);
  };
  const takeOut = (kind: 'svg' | 'png' | (typeof TABLES)[number]['id']) => {
    setTrouble('');
    if (kind === 'svg' || kind === 'png') picture(kind).catch((error: unknown) => setTrouble(messageOf(error)));
    else fetchFile(at(kind));
  };

  return (
    <Frame aria-label={name}>
      <div className="title">
        {mayArrange && (
          <button
            type="button"
            className="grip screen-only"
            aria-label={`Move or size ${name}`}
            title="Arrow keys move it, with Shift they size it"
            onKeyDown={(event) => {
              const to = ARROWS[event.key];
              if (!to || event.ctrlKey || event.metaKey || event.altKey) return;
              event.preventDefault();
              onStep(to, event.shiftKey);
            }}
          >
            <GripVertical size={16} />
          </button>
        )}
        <div className="names" style={mayArrange ? undefined : { paddingInlineStart: 12 }}>
          <h3>{name}</h3>
          {chart && <Muted $small>{about}</Muted>}
        </div>
        <span className="screen-only" style={{ display: 'flex', gap: 10 }}>
          {mayArrange && (
            <DialogTrigger>
              <TextButton aria-label={`Set up ${name}`} $weight={500}>
                Set up
              </TextButton>
              <Drop placement="bottom end">
                <Dialog aria-label={`Set up ${name}`} style={{ outline: 'none' }}>
                  <SetUp panel={panel} chart={chart} subjects={subjects} onChange={onChange} onRemove={onRemove} />
                </Dialog>
              </Drop>
            </DialogTrigger>
          )}
          <MenuButton
            label={`Take out: ${name}`}
            entries={[
              ...(chart && chart.of > 0
                ? [
                    { id: 'svg' as const, label: 'Picture as SVG' },
                    { id: 'png' as const, label: 'Picture as PNG' },
                  ]
                : []),
              ...TABLES,
            ]}
            onAction={takeOut}
          >
            Take out
          </MenuButton>
        </span>
      </div>
      <Scroll className="drawn" ref={box} tabIndex={0} role="group" aria-label={`Chart of ${name}`}>
        {chart === null && <Muted>The live edition has no such thing.</Muted>}
        {chart === undefined && <Muted role="status">Being counted …</Muted>}
        {chart && size && <ChartDrawn chart={chart} panel={panel} width={size.width} height={size.height} />}
        {trouble && <Alarm role="alert">{trouble}</Alarm>}
      </Scroll>
      {panel.note !== '' && <figcaption>{panel.note}</figcaption>}
    </Frame>
  );
}

type SetUpProps = Pick<Props, 'panel' | 'chart' | 'subjects' | 'onChange' | 'onRemove'>;

function SetUp({ panel, chart, subjects, onChange, onRemove }: SetUpProps) {
  const [title, setTitle] = useState(panel.title);
  const [note, setNote] = useState(panel.note);
  const keepTitle = useKeepTyped(title, panel.title, (next) => onChange({ title: next }));
  const keepNote = useKeepTyped(note, panel.note, (next) => onChange({ note: next }));
  return (
    <>
      <div>
        Shows <ShownSentence of={panel.of} subjects={subjects} onChange={(of) => onChange({ of })} />{' '}
        <FormSentence panel={panel} forms={chart ? formsOf(chart) : []} onChange={onChange} />.
      </div>
      <div style={{ display: 'grid', gap: 10, margin: '12px 0' }}>
        <Field>
          Title
          <input
            value={title}
            maxLength={LONGEST_TITLE}
            placeholder={chart?.name}
            onChange={(event) => setTitle(event.target.value)}
            onBlur={keepTitle}
          />
        </Field>
        <Field>
          Note below it
          <textarea
            rows={3}
            value={note}
            maxLength={LONGEST_NOTE}
            onChange={(event) => setNote(event.target.value)}
            onBlur={keepNote}
          />
        </Field>
      </div>
      <TextButton $danger onPress={onRemove}>
        Take it off the board
      </TextButton>
    </>
  );
}
