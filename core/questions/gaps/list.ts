import type { Inline } from '../../schema/quiz';
import type { ListSide, Of } from '../kind';
import { acceptFrom, acceptText } from '../listed';

type Gaps = Of<'gaps'>;

/** Gaps stand in the text by what is right in them: "A tyre holds {air; wind (0.5)} in." */
export const gapsList: ListSide<Gaps> = {
  listWords: { gaps: ['gaps', 'fill the gaps', 'cloze'] },
  toRow: (question) => ({ kind: 'gaps', right: textOf(question) }),
  fromRow({ common, answers, right, understood, note }) {
    const { text, gaps } = gapsFrom(right || answers.map((a) => a.text).join('\n'));
    if (gaps.length === 0)
      note('guessed', (name) => `${name} has no gap; a gap is written {word} or {word; other word}.`);
    understood(`${gaps.length} gaps`);
    return { ...common, kind: 'gaps', text, gaps };
  },
};

function textOf({ text, gaps }: Gaps): string {
  if (typeof text === 'string') return text;
  const accept = new Map(gaps.map((g) => [g.id, acceptText(g.accept ?? [])]));
  const words = (node: Inline): string =>
    node.type === 'gap' ? `{${accept.get(node.attrs.gap) ?? ''}}` : node.type === 'text' ? node.text : '';
  return text.content
    .flatMap((p) => (p.type === 'paragraph' ? [(p.content ?? []).map(words).join('')] : []))
    .join('\n');
}

function gapsFrom(text: string): Pick<Gaps, 'text' | 'gaps'> {
  const gaps: Gaps['gaps'] = [];
  const paragraphs = text.split('\n').map((line) => {
    const content = line.split(/(\{[^{}]*\})/).flatMap((part): Inline[] => {
      const inside = /^\{([^{}]*)\}$/.exec(part)?.[1];
      if (inside === undefined) return part ? [{ type: 'text' as const, text: part }] : [];
      const id = `g${gaps.length + 1}`;
      gaps.push({ id, accept: acceptFrom(inside) });
      return [{ type: 'gap' as const, attrs: { gap: id } }];
    });
    return { type: 'paragraph' as const, ...(content.length ? { content } : {}) };
  });
  return { text: { type: 'doc', content: paragraphs }, gaps };
}
