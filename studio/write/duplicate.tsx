import { TextButton } from '../../ui/controls';
import { useDocumentStore } from '../document';
import { duplicateBlock } from '../edits/edits';
import { useFocusLater } from '../fields/cursor';

/** Makes a block once more, behind itself; the cursor goes into the new one. */
export function Duplicate({ block }: { block: string }) {
  const store = useDocumentStore();
  const focusLater = useFocusLater();
  const duplicate = () => {
    const { quiz, edit } = store.getState();
    const made = duplicateBlock(quiz, block);
    if (made && edit(made.edit)) focusLater(`prompt ${made.id}`);
  };
  return (
    <TextButton $weight={500} style={{ fontSize: 13 }} onPress={duplicate}>
      Duplicate
    </TextButton>
  );
}
