import { choiceBlock } from '../document/blank';
import type { NewId } from '../questions/kind';
import { blankQuestion } from '../questions/registry';
import type { Block, QuestionKind, Quiz } from '../schema/quiz';
import type { OtherBlock } from './kind';
import { blankBlock, isBlockName } from './registry';

/** What the "/" menu offers: some forms of a choice, every other kind of question, every block. */
export type Offered =
  'one' | 'many' | 'yes-no' | 'pictures' | 'drop-down' | Exclude<QuestionKind, 'choice'> | OtherBlock['kind'];

/** A block as the menu offers it, ready to be typed into. */
export function newBlock(offered: Offered, newId: NewId, quiz: Quiz): Block {
  if (isBlockName(offered)) return blankBlock(offered, newId, quiz);
  switch (offered) {
    case 'one':
      return choiceBlock(newId);
    case 'many':
      return { ...choiceBlock(newId), pick: 'many' };
    case 'pictures':
    case 'drop-down':
      return { ...choiceBlock(newId), as: offered };
    case 'yes-no':
      return {
        ...choiceBlock(newId),
        as: 'yes-no',
        options: [
          { id: newId('o'), text: 'Yes' },
          { id: newId('o'), text: 'No' },
        ],
      };
    default:
      return blankQuestion(offered, newId);
  }
}
