'use client';
/** The looks of the workspace, below the ready ones: worn, kept, and changed for all that wear them. */
import { useState } from 'react';
import styled from 'styled-components';
import { call } from '../../contract/call';
import { isAsKept, wearKept } from '../../core/look/kept';
import { TextButton } from '../../ui/controls';
import { Alarm, Muted, Strong } from '../../ui/text';
import { useDocumentStore, useQuiz } from '../document';
import { setField } from '../edits/edits';
import { NameIt } from '../shared/name-dialog';
import { Thumbnail } from '../shared/thumbnail';
import { messageOf } from '../shared/trouble';
import { useLooks } from '../shared/use-looks';

const Part = styled.section`
  border-top: 1px solid var(--line);
  margin-top: 16px;
  padding-top: 10px;
  ul {
    list-style: none;
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(77px, 1fr));
    gap: 8px;
    margin: 10px 0;
  }
  li > button {
    display: block;
    width: 100%;
    margin: 0;
    padding: 0;
    overflow-wrap: anywhere;
  }
  .says {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 18px;
    align-items: baseline;
  }
`;

export function KeptLooks() {
  const quiz = useQuiz();
  const { look } = quiz;
  const store = useDocumentStore();
  const { looks, trouble, ask, setTrouble } = useLooks();
  const [told, setTold] = useState('');
  const now = looks?.looks.find(({ id }) => id === look.kept);
  const keep = async (name: string) => {
    try {
      const { id } = await call('POST /api/looks', { body: { name, look } });
      // The quiz wears what it has given a name to.
      store.getState().edit(setField('wear-look', [], ['look', 'kept'], look.kept, id));
      await ask();
    } catch (error) {
      setTrouble(messageOf(error));
    }
  };
  const change = async (id: string) => {
    try {
      // What was changed here is on disk first: else this quiz would be taken for one that still wears it as it was.
      await store.getState().flush();
      const { changed } = await call('PUT /api/looks/{look}', { look: id, body: { look } });
      setTold(changed === 1 ? 'One other quiz has changed with it.' : `${changed} other quizzes have changed with it.`);
      await ask();
      await store.getState().catchUp();
    } catch (error) {
      setTrouble(messageOf(error));
    }
  };
  return (
    <Part aria-label="Looks of the workspace">
      <div className="says">
        <Strong>Looks of the workspace</Strong>
        <NameIt ask="Kept as" label="Name of the look" onName={(name) => void keep(name)}>
          Keep this one
        </NameIt>
      </div>
      <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
      {looks?.looks.length === 0 && (
        <Muted as="p" $small>
          None yet. One that is kept can be worn by all your quizzes, and is changed in one place.
        </Muted>
      )}
      {looks && looks.looks.length > 0 && (
        <ul>
          {looks.looks.map((one) => (
            <li key={one.id}>
              <TextButton
                $weight={one.id === now?.id ? 600 : 400}
                aria-pressed={one.id === now?.id}
                aria-label={one.name}
                onPress={() => {
                  const edit = wearKept(quiz, one.id, one.look);
                  if (edit) store.getState().edit(edit);
                }}
              >
                <Thumbnail look={one.look} name={one.id} />
                {one.name}
              </TextButton>
            </li>
          ))}
        </ul>
      )}
      {now && (
        <p className="says" role="status">
          {isAsKept(look, now.look) ? (
            <Muted $small>
              It wears “{now.name}” as it is kept. {told}
            </Muted>
          ) : (
            <>
              <span>It wears “{now.name}”, and has gone its own way.</span>
              <TextButton $weight={500} onPress={() => void change(now.id)}>
                Change it for all that wear it
              </TextButton>
              <TextButton
                $weight={500}
                onPress={() => {
                  const edit = wearKept(quiz, now.id, now.look);
                  if (edit) store.getState().edit(edit);
                }}
              >
                Back to how it is kept
              </TextButton>
            </>
          )}
        </p>
      )}
    </Part>
  );
}
