'use client';
/** The editor of rich text. It is loaded by "rich-field.tsx" once the screen stands. */
import { useNamedField } from './registry';
import { mergeAttributes, Node } from '@tiptap/core';
import { EditorContent, useEditor } from '@tiptap/react';
import StarterKit from '@tiptap/starter-kit';
import { Bold, Italic, Link2, List } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import type { Insert, RichDoc } from '../../core/schema/quiz';
import { same } from '../../core/document/edits';
import { cleanRich, toDoc } from '../../core/text/rich';
import { LineInput, MenuButton, TextButton } from '../../ui/controls';
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
        { class: 'insert', 'data-insert': '', title: `Else: ${node.attrs['fallback'] as string}` },
        HTMLAttributes,
      ),
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
      labelOf(node.attrs['gap'] as string),
    ],
  });

export function RichEditor({ label, value, onChange, line, placeholder, wording, gaps }: RichFieldProps) {
  const quiz = useQuiz();
  const inserts = insertsFor(quiz);
  const names = useRef(inserts);
  names.current = inserts;
  const labelOf = (attrs: Insert['attrs']) => nameOfInsert(names.current, attrs);
  const sent = useRef<RichDoc>(toDoc(value));
  const [focused, setFocused] = useState(false);
  const leaving = useRef<ReturnType<typeof setTimeout>>(undefined);
  const [linking, setLinking] = useState<string | null>(null);
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

  const setLink = () => {
    const href = linking?.trim() ?? '';
    const full = /^(https?:\/\/|mailto:|\/)/.test(href)
      ? href
      : href.includes('@')
        ? `mailto:${href}`
        : `https://${href}`;
    if (href) editor?.chain().focus().extendMarkRange('link').setLink({ href: full }).run();
    else editor?.chain().focus().extendMarkRange('link').unsetLink().run();
    setLinking(null);
  };
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
        <div className="tools">
          {!line && (
            <>
              <TextButton aria-label="Bold" onPress={() => editor.chain().focus().toggleBold().run()}>
                <Bold size={15} />
              </TextButton>
              <TextButton aria-label="Italic" onPress={() => editor.chain().focus().toggleItalic().run()}>
                <Italic size={15} />
              </TextButton>
              {!wording && (
                <TextButton aria-label="List" onPress={() => editor.chain().focus().toggleBulletList().run()}>
                  <List size={15} />
                </TextButton>
              )}
              <TextButton
                aria-label="Link"
                onPress={() => setLinking((editor.getAttributes('link')['href'] as string | undefined) ?? '')}
              >
                <Link2 size={15} />
              </TextButton>
            </>
          )}
          {gaps && (
            <TextButton
              onPress={() => {
                const { from, to } = editor.state.selection;
                const words = editor.state.doc.textBetween(from, to, ' ').trim();
                const gap = { type: 'gap', attrs: { gap: gaps.make(words) } };
                editor.chain().focus().deleteSelection().insertContent(gap).run();
              }}
            >
              Make a gap
            </TextButton>
          )}
          <MenuButton
            label="Put in a value"
            entries={inserts.map((i) => ({ id: i.id, label: i.label }))}
            onAction={(id) => {
              const chosen = inserts.find((i) => i.id === id);
              if (chosen) editor.chain().focus().insertContent({ type: 'insert', attrs: chosen.attrs }).run();
            }}
          >
            Put in a value
          </MenuButton>
          {editor.isActive('insert') && (
            <label>
              Where it is empty:{' '}
              <LineInput
                style={{ width: 120 }}
                value={(editor.getAttributes('insert')['fallback'] as string | undefined) ?? ''}
                maxLength={200}
                onChange={(e) => editor.commands.updateAttributes('insert', { fallback: e.target.value })}
              />
            </label>
          )}
          {linking !== null && (
            <label>
              Address:{' '}
              <LineInput
                autoFocus
                style={{ width: 200 }}
                value={linking}
                maxLength={1000}
                onChange={(e) => setLinking(e.target.value)}
                onKeyDown={(e) => {
                  if (e.key === 'Escape') setLinking(null);
                  if (e.key !== 'Enter') return;
                  e.preventDefault();
                  setLink();
                }}
                onBlur={setLink}
              />
            </label>
          )}
        </div>
      )}
    </RichFrame>
  );
}
