'use client';
/** Rich text as it is typed: bold, italic, lists, links, and inserts as chips. What it hands on is structure, never HTML. */
import { mergeAttributes, Node } from '@tiptap/core';
import { EditorContent, useEditor } from '@tiptap/react';
import StarterKit from '@tiptap/starter-kit';
import { Bold, Italic, Link2, List } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import type { Insert, Quiz, RichDoc, RichText } from '../../core/quiz/schema';
import { knownName } from '../../core/run/carry';
import { nameOf, questionsOf } from '../../core/quiz/lookup';
import { same } from '../../core/quiz/edits';
import { cleanRich, isBlank, toDoc } from '../../core/text/rich';
import { LineInput, MenuButton, TextButton } from '../../ui/controls';
import { Rich } from '../../ui/rich';
import { useQuiz } from '../document';

const Frame = styled.div`
  .ProseMirror {
    min-height: 24px;
    overflow-wrap: anywhere;
  }
  /* As in all that is typed into the manuscript, the cursor and the row tell where one is. */
  .ProseMirror:focus-visible {
    outline: none;
    box-shadow: none;
  }
  .ProseMirror p + p,
  .ProseMirror ul,
  .ProseMirror ol {
    margin-top: 8px;
  }
  .ProseMirror :is(ul, ol) {
    padding-inline-start: 20px;
  }
  .ProseMirror a {
    color: inherit;
  }
  position: relative;
  > .empty {
    position: absolute;
    pointer-events: none;
    color: var(--ink-3);
  }
  .gap {
    border: 1.5px solid var(--ink-2);
    border-radius: 4px;
    padding: 0 8px;
    font-weight: 600;
    white-space: nowrap;
  }
  .gap.ProseMirror-selectednode {
    outline: 2px solid var(--ink);
  }
  .insert {
    background: var(--saffron-wash);
    border-bottom: 2px solid var(--saffron);
    border-radius: 4px 4px 0 0;
    padding: 0 5px;
    font-weight: 600;
    white-space: nowrap;
  }
  .insert.ProseMirror-selectednode {
    outline: 2px solid var(--ink);
  }
  .tools {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 14px;
    align-items: center;
    margin-top: 6px;
    font: 400 13px/1.45 var(--text);
    color: var(--ink-2);
  }
`;

/** What may stand in a text for a value of the run, as the creator reads it. */
export function insertsFor(quiz: Quiz): { id: string; label: string; attrs: Insert['attrs'] }[] {
  const list: { label: string; attrs: Insert['attrs'] }[] = [
    { label: 'First name', attrs: { value: 'firstName', fallback: 'friend' } },
    { label: 'Full name', attrs: { value: 'name', fallback: 'friend' } },
    { label: 'Title of the quiz', attrs: { value: 'title', fallback: '' } },
    ...quiz.verdicts.map((v) => ({
      label: v.name,
      attrs: { value: 'outcome' as const, ref: v.id, fallback: 'your result' },
    })),
    { label: 'Marks', attrs: { value: 'points', ref: 'marks', fallback: '–' } },
    { label: 'Marks, percent', attrs: { value: 'percent', ref: 'marks', fallback: '–' } },
    { label: 'Number right', attrs: { value: 'right', fallback: '–' } },
    ...quiz.topics.map((t) => ({
      label: `Number right in ${t.name}`,
      attrs: { value: 'right' as const, ref: t.id, fallback: '–' },
    })),
    ...quiz.scales.flatMap((s) => [
      { label: `${s.name}, points`, attrs: { value: 'points' as const, ref: s.id, fallback: '–' } },
      { label: `${s.name}, percent`, attrs: { value: 'percent' as const, ref: s.id, fallback: '–' } },
    ]),
    ...questionsOf(quiz).map((q) => ({
      label: `Answer: ${nameOf(q)}`,
      attrs: { value: 'answer' as const, ref: q.id, fallback: 'nothing' },
    })),
    ...quiz.known.map((k) => ({
      label: `Known: ${knownName(k)}`,
      attrs: { value: 'known' as const, ref: k.id, fallback: k.default || 'something' },
    })),
  ];
  return list.map((l) => ({ ...l, id: `${l.attrs.value} ${l.attrs.ref ?? ''}` }));
}

const wholeNames: Partial<Record<Insert['attrs']['value'], string>> = {
  outcome: 'Outcome',
  points: 'Marks',
  percent: 'Marks, percent',
};

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

type Props = {
  label: string;
  value: RichText | undefined;
  onChange: (value: RichDoc) => void;
  /** One line rather than a text: Enter does nothing, and there are no lists. */
  line?: boolean;
  placeholder?: string;
  /** The wording of a question: it has no lists, keys are told before they are typed, and the cursor finds it by its field. */
  wording?: { field: string; onKeyDown: (event: KeyboardEvent) => void; takeFocus: boolean };
  /** Words can be made into gaps: what a gap is called, and the id of one newly made of these words. */
  gaps?: { labelOf: (id: string) => string; make: (words: string) => string };
};

export function RichField({ label, value, onChange, line, placeholder, wording, gaps }: Props) {
  const quiz = useQuiz();
  const inserts = insertsFor(quiz);
  const names = useRef(inserts);
  names.current = inserts;
  const nameOfInsert = (attrs: Insert['attrs']) =>
    names.current.find((i) => i.attrs.value === attrs.value && (i.attrs.ref ?? null) === (attrs.ref ?? null))?.label ??
    // Without saying of what, it is the first verdict's outcome, and the marks.
    (attrs.ref === undefined || attrs.ref === null ? wholeNames[attrs.value] : undefined) ??
    'Gone';
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
      insertNode(nameOfInsert),
      ...(gaps ? [gapNode(gaps.labelOf)] : []),
    ],
    content: toDoc(value),
    editorProps: {
      attributes: {
        'aria-label': label,
        role: 'textbox',
        'aria-multiline': line ? 'false' : 'true',
        ...(wording ? { 'data-field': wording.field } : {}),
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
    <Frame
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
        // Until it can be edited it is read, and keeps its room.
        <div className="ProseMirror">
          {isBlank(value) ? (
            <p>&nbsp;</p>
          ) : (
            <Rich
              text={toDoc(value)}
              gap={(id) => <span className="gap">{gaps?.labelOf(id)}</span>}
              insert={(attrs) => <span className="insert">{nameOfInsert(attrs)}</span>}
            />
          )}
        </div>
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
    </Frame>
  );
}
