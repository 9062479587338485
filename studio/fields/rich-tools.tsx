'use client';
/** What can be done to rich text: bold, italic, lists, links, gaps, and values put in. */
import type { Editor } from '@tiptap/react';
import { Bold, Italic, Link2, List } from 'lucide-react';
import { LineInput, MenuButton, TextButton } from '../../ui/controls';
import { textOf } from '../../core/values/unknown';
import type { insertsFor } from '../edits/inserts';
import type { RichFieldProps } from './rich-read';

type Props = Pick<RichFieldProps, 'line' | 'wording' | 'gaps'> & {
  editor: Editor;
  inserts: ReturnType<typeof insertsFor>;
  /** The address that is being typed; null where none is. */
  linking: string | null;
  setLinking: (to: string | null) => void;
};

export function Tools({ editor, inserts, line, wording, gaps, linking, setLinking }: Props) {
  const make = gaps?.make;
  return (
    <div className="tools">
      {!line && <Marks editor={editor} lists={!wording} onLink={setLinking} />}
      {make && (
        <TextButton
          onPress={() => {
            const { from, to } = editor.state.selection;
            const words = editor.state.doc.textBetween(from, to, ' ').trim();
            const gap = { type: 'gap', attrs: { gap: make(words) } };
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
            value={textOf(editor.getAttributes('insert'), 'fallback') ?? ''}
            maxLength={200}
            onChange={(e) => editor.commands.updateAttributes('insert', { fallback: e.target.value })}
          />
        </label>
      )}
      {linking !== null && <LinkField editor={editor} linking={linking} setLinking={setLinking} />}
    </div>
  );
}

function Marks({ editor, lists, onLink }: { editor: Editor; lists: boolean; onLink: (href: string) => void }) {
  return (
    <>
      <TextButton aria-label="Bold" onPress={() => editor.chain().focus().toggleBold().run()}>
        <Bold size={15} />
      </TextButton>
      <TextButton aria-label="Italic" onPress={() => editor.chain().focus().toggleItalic().run()}>
        <Italic size={15} />
      </TextButton>
      {lists && (
        <TextButton aria-label="List" onPress={() => editor.chain().focus().toggleBulletList().run()}>
          <List size={15} />
        </TextButton>
      )}
      <TextButton aria-label="Link" onPress={() => onLink(textOf(editor.getAttributes('link'), 'href') ?? '')}>
        <Link2 size={15} />
      </TextButton>
    </>
  );
}

/** A whole address, whatever of one was typed. */
function addressFrom(typed: string): string {
  if (/^(https?:\/\/|mailto:|\/)/.test(typed)) return typed;
  return typed.includes('@') ? `mailto:${typed}` : `https://${typed}`;
}

function LinkField({ editor, linking, setLinking }: Pick<Props, 'editor' | 'setLinking'> & { linking: string }) {
  const keep = () => {
    const typed = linking.trim();
    const link = editor.chain().focus().extendMarkRange('link');
    if (typed) link.setLink({ href: addressFrom(typed) }).run();
    else link.unsetLink().run();
    setLinking(null);
  };
  return (
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
          keep();
        }}
        onBlur={keep}
      />
    </label>
  );
}
