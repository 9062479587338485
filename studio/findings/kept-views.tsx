'use client';
/** Sentences of filters that were given a name. */
import { X } from 'lucide-react';
import { useEffect, useState } from 'react';
import type { AnswerOf } from '../../contract';
import { call } from '../../contract/call';
import { TextButton } from '../../ui/controls';
import { Alarm, Muted } from '../../ui/text';
import { useDocument } from '../document';
import { NameIt } from '../shared/name-dialog';
import { messageOf } from '../shared/trouble';

type View = AnswerOf<'GET /api/quizzes/{quiz}/views'>['views'][number];

export function KeptViews({
  where,
  against,
  mayKeep,
  onChoose,
}: {
  where: string;
  against: string | null;
  mayKeep: boolean;
  onChoose: (view: View) => void;
}) {
  const quiz = useDocument((s) => s.quizId);
  const [views, setViews] = useState<View[]>([]);
  const [trouble, setTrouble] = useState('');
  const take = (asked: Promise<{ views: View[] }>) =>
    void asked.then(
      (got) => {
        setTrouble('');
        setViews(got.views);
      },
      (error: unknown) => setTrouble(messageOf(error)),
    );
  useEffect(() => take(call('GET /api/quizzes/{quiz}/views', { quiz })), [quiz]);
  const isShown = (view: View) => view.where === where && view.against === against;
  const mayName = mayKeep && (where !== '' || against !== null) && !views.some(isShown);
  if (views.length === 0 && !mayName && !trouble) return null;
  return (
    <div
      role="group"
      aria-label="Kept views"
      style={{ display: 'flex', flexWrap: 'wrap', gap: '2px 18px', alignItems: 'center', margin: '-8px 0 14px' }}
    >
      {views.length > 0 && <Muted $small>Kept:</Muted>}
      {views.map((view) => (
        <span key={view.name}>
          <TextButton aria-pressed={isShown(view)} $weight={isShown(view) ? 700 : 500} onPress={() => onChoose(view)}>
            {view.name}
          </TextButton>
          {mayKeep && (
            <TextButton
              aria-label={`Forget ${view.name}`}
              $weight={400}
              onPress={() => take(call('DELETE /api/quizzes/{quiz}/views/{view}', { quiz, view: view.name }))}
            >
              <X size={13} />
            </TextButton>
          )}
        </span>
      ))}
      {mayName && (
        <NameIt
          ask="Keep these runs as"
          label="Name of this view"
          onName={(view) =>
            take(call('PUT /api/quizzes/{quiz}/views/{view}', { quiz, view, body: { where, against } }))
          }
        >
          Keep this view …
        </NameIt>
      )}
      {trouble && <Alarm role="alert">{trouble}</Alarm>}
    </div>
  );
}
