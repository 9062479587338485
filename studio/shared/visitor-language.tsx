/** Which visitors get which language. */
import { languagesOf } from '../../core/languages/translate';
import type { Quiz } from '../../core/schema/quiz';
import { Choose } from '../../ui/controls';
import { useDocumentStore } from '../document';
import { setField } from '../edits/edits';

export function VisitorLanguage({ quiz }: { quiz: Quiz }) {
  const store = useDocumentStore();
  const { language } = quiz.delivery;
  const isInSeveral = languagesOf(quiz).length > 1;
  return (
    <Choose
      label="For which visitors"
      value={language ?? 'fixed'}
      options={[
        { id: 'fixed', label: 'to everybody' },
        {
          id: 'found',
          label: isInSeveral
            ? 'unless the quiz is in a visitor’s own language'
            : 'unless a visitor’s browser likes another of these better',
        },
        ...(isInSeveral || language === 'offered'
          ? [{ id: 'offered' as const, label: 'unless it is in a visitor’s own, and all may choose on the first page' }]
          : []),
      ]}
      onChange={(to) =>
        store
          .getState()
          .edit(setField('set-quiz', [], ['delivery', 'language'], language, to === 'fixed' ? undefined : to))
      }
    />
  );
}
