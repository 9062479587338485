'use client';
/** Style: the quiz as visitors see it, large, and beside it what it wears. */
import { useState } from 'react';
import styled from 'styled-components';
import { readyOf } from '../../core/look/dress';
import { readyLooks } from '../../core/look/ready';
import { TextButton } from '../../ui/controls';
import { Muted } from '../../ui/text';
import { useDocumentStore, useQuiz } from '../document';
import { backToReady, ownCount } from '../edits/look-edits';
import { Views } from '../shell/view-switch';
import { BackgroundSettings, EmbedSettings, HeaderSettings } from './around';
import { Colours } from './colours';
import { OwnCssPart } from './own-css';
import { ReadyLooks } from './ready-looks';
import { KeptLooks } from './kept-looks';
import { Languages } from './languages';
import { LayoutSettings, ShapeSettings, TypeSettings } from './settings';
import { Shown, useShown } from './shown';
import { Split } from './split';
import { Wording } from './wording';

const Parts = styled.div`
  padding: 12px 24px 2px;
  border-bottom: 1px solid var(--line);
  @media (max-width: 899px) {
    padding: 12px 16px 2px;
  }
`;

type Part = 'look' | 'wording' | 'languages';

export function Style() {
  const [part, setPart] = useState<Part>('look');
  return (
    <>
      <Parts>
        <Views
          label="What of its style"
          large
          value={part}
          onChange={setPart}
          options={[
            { id: 'look', label: 'Look' },
            { id: 'wording', label: 'Wording' },
            { id: 'languages', label: 'Languages' },
          ]}
        />
      </Parts>
      {part === 'look' ? <LookPart /> : part === 'wording' ? <Wording /> : <Languages />}
    </>
  );
}

function LookPart() {
  const quiz = useQuiz();
  const shown = useShown();
  const store = useDocumentStore();
  const own = ownCount(quiz.look);
  return (
    <Split>
      <div className="quiz">
        <Shown quiz={quiz} {...shown} large />
        <ReadyLooks />
        <KeptLooks />
      </div>
      <aside aria-label="What it wears">
        <div style={{ paddingBottom: 14 }}>
          <h1>{readyLooks[readyOf(quiz.look)].name}</h1>
          <Muted as="p" $small>
            {own === 0
              ? 'As it is, nothing of your own.'
              : own === 1
                ? 'One thing is your own. '
                : `${own} things are your own. `}
            {own > 0 && (
              <TextButton onPress={() => store.getState().edit(backToReady(quiz.look))}>Back to its start</TextButton>
            )}
          </Muted>
        </div>
        <Colours />
        <BackgroundSettings />
        <HeaderSettings />
        <TypeSettings />
        <ShapeSettings />
        <LayoutSettings />
        <EmbedSettings />
        <OwnCssPart />
      </aside>
    </Split>
  );
}
