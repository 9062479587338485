'use client';
/** Rich text as it is typed: bold, italic, lists, links, and inserts as chips. What it hands on is structure, never HTML. */
import { type ComponentType, useEffect, useState } from 'react';
import { useQuiz } from '../document';
import { insertsFor, nameOfInsert } from '../edits/inserts';
import { type RichFieldProps, RichFrame, RichRead } from './rich-read';

/** The editor is a quarter of all script of the screen, and is not needed to read. Once it is there, new fields begin with it. */
let editor: ComponentType<RichFieldProps> | null = null;
/** What is called once it is there: a field at a time, so that no turn of the page's thread makes them all. */
const waiting: (() => void)[] = [];
let fetching = false;
/** Milliseconds after which it goes on even where the browser finds no rest, and after which it is tried again without a connection. */
const PATIENCE = 1_500;
const AGAIN = 5_000;

/** Calls when the browser has nothing else to do. */
function atRest(call: () => void): void {
  if (typeof requestIdleCallback === 'function') requestIdleCallback(call, { timeout: PATIENCE });
  else setTimeout(call);
}

function serveNext(): void {
  waiting.shift()?.();
  if (waiting.length) atRest(serveNext);
}

function fetchEditor(): void {
  void import('./rich-editor').then(
    (module) => {
      editor = module.RichEditor;
      atRest(serveNext);
    },
    () => setTimeout(fetchEditor, AGAIN),
  );
}

function useEditorLater(first: boolean): ComponentType<RichFieldProps> | null {
  const [Editor, setEditor] = useState(() => editor);
  useEffect(() => {
    if (Editor) return;
    const serve = () => setEditor(() => editor);
    // The module arrived between rendering and this effect.
    if (editor) return serve();
    if (first) waiting.unshift(serve);
    else waiting.push(serve);
    if (!fetching) atRest(fetchEditor);
    fetching = true;
    return () => {
      if (waiting.includes(serve)) waiting.splice(waiting.indexOf(serve), 1);
    };
  }, [Editor, first]);
  return Editor;
}

export function RichField(props: RichFieldProps) {
  const Editor = useEditorLater(props.wording?.takeFocus ?? false);
  return Editor ? <Editor {...props} /> : <Waiting {...props} />;
}

/** Until it can be edited it is read, and keeps its room. */
function Waiting({ value, gaps }: RichFieldProps) {
  const inserts = insertsFor(useQuiz());
  return (
    <RichFrame>
      <RichRead value={value} gap={(id) => gaps?.labelOf(id)} insert={(attrs) => nameOfInsert(inserts, attrs)} />
    </RichFrame>
  );
}
