'use client';
/** The editor of rich text. It is loaded by "rich-field.tsx" once the screen stands. */
import { textOf } from '../../core/values/unknown';
import { Tools } from './rich-tools';
import { useNamedField } from './registry';
import { mergeAttributes, Node } from '@tiptap/core';
import { EditorContent, useEditor } from '@tiptap/react';
import StarterKit from '@tiptap/starter-kit';
import { useEffect, useRef, useState } from 'react';
import type { Insert, RichDoc } from '../../core/schema/quiz';
import { same } from '../../core/document/edits';
import { cleanRich, toDoc } from '../../core/text/rich';
import { useQuiz } from '../document';
import { insertsFor, nameOfInsert } from '../edits/inserts';
import { type RichFieldProps, RichFrame, RichRead } from './rich-read';

const insertNode = (labelOf: (attrs: Insert['attrs']) => string) =>
  Node.create({
    name: 'insert',
    group: 'inline',
    inline: true,
    atom: true,
    selectable: true,
    addAttributes: () => ({ value: { default: 'firstName' }, ref: { default: null }, fallback: { default: '' } }),
    parseHTML: () => [{ tag: 'span[data-insert]' }],
    renderHTML: ({ node, HTMLAttributes }) => [
      'span',
      mergeAttributes(
        { class: 'insert', 'data-insert': '', title: `Else: ${textOf(node.attrs, 'fallback') ?? ''}` },
        HTMLAttributes,
      ),
      // Attributes are as `addAttributes` above has them.
      labelOf(node.attrs as Insert['attrs']),
    ],
  });

const gapNode = (labelOf: (id: string) => string) =>
  Node.create({
    name: 'gap',
    group: 'inline',
    inline: true,
    atom: true,
    selectable: true,
    addAttributes: () => ({ gap: { default: '' } }),
    parseHTML: () => [{ tag: 'span[data-gap]' }],
    renderHTML: ({ node, HTMLAttributes }) => [
      'span',
      mergeAttributes({ class: 'gap', 'data-gap': '' }, HTMLAttributes),
      labelOf(textOf(node.attrs, 'gap') ?? ''),
    ],
  });

export function RichEditor(props: RichFieldProps) {
  const { value, line, placeholder, wording, gaps } = props;
  const quiz = useQuiz();
  const inserts = insertsFor(quiz);
  const names = useRef(inserts);
  names.current = inserts;
  const labelOf = (attrs: Insert['attrs']) => nameOfInsert(names.current, attrs);
  const [focused, setFocused] = useState(false);
  const leaving = useRef<ReturnType<typeof setTimeout>>(undefined);
  const [linking, setLinking] = useState<string | null>(null);
  const editor = useRichEditor(props, labelOf);
  return (
    <RichFrame
      // A menu of the tools stands elsewhere in the page but reports its focus here: only when none comes has it left.
      onFocus={() => {
        clearTimeout(leaving.current);
        setFocused(true);
      }}
      onBlur={() => {
        clearTimeout(leaving.current);
        leaving.current = setTimeout(() => setFocused(false));
      }}
    >
      {placeholder && editor?.isEmpty && (
        <span className="empty" aria-hidden="true">
          {placeholder}
        </span>
      )}
      {editor ? (
        <EditorContent editor={editor} />
      ) : (
        <RichRead value={value} gap={(id) => gaps?.labelOf(id)} insert={labelOf} />
      )}
      {editor && (focused || linking !== null) && (
        <Tools editor={editor} inserts={inserts} {...{ line, wording, gaps, linking, setLinking }} />
      )}
    </RichFrame>
  );
}

/** The editor of a field, kept at what the document says. */
function useRichEditor(
  { label, value, onChange, line, wording, gaps }: RichFieldProps,
  labelOf: (attrs: Insert['attrs']) => string,
) {
  const sent = useRef<RichDoc>(toDoc(value));
  const keys = useRef(wording?.onKeyDown);
  keys.current = wording?.onKeyDown;
  const editor = useEditor({
    immediatelyRender: false,
    autofocus: wording?.takeFocus ? 'end' : false,
    extensions: [
      StarterKit.configure({
        heading: false,
        blockquote: false,
        code: false,
        codeBlock: false,
        horizontalRule: false,
        strike: false,
        underline: false,
        link: { openOnClick: false, autolink: false, protocols: ['http', 'https', 'mailto'] },
        ...(line || wording ? { bulletList: false, orderedList: false, listItem: false } : {}),
        ...(line ? { hardBreak: false } : {}),
      }),
      insertNode(labelOf),
      ...(gaps ? [gapNode(gaps.labelOf)] : []),
    ],
    content: toDoc(value),
    editorProps: {
      attributes: {
        'aria-label': label,
        role: 'textbox',
        'aria-multiline': line ? 'false' : 'true',
      },
      handleKeyDown: (_view, event) => {
        keys.current?.(event);
        return event.defaultPrevented || (line === true && event.key === 'Enter');
      },
    },
    onUpdate: ({ editor: e }) => {
      sent.current = cleanRich(e.getJSON());
      onChange(sent.current);
    },
  });
  const named = useNamedField(wording?.field);
  useEffect(() => {
    named(editor?.view.dom ?? null);
    return () => named(null);
  }, [editor, named]);
  // Undo, and edits of other windows, come from outside; what was typed here is not put back onto itself.
  useEffect(() => {
    if (!editor || same(toDoc(value), sent.current)) return;
    sent.current = toDoc(value);
    editor.commands.setContent(sent.current, { emitUpdate: false });
  }, [editor, value]);
  return editor;
}
