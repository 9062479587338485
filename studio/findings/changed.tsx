'use client';
/** What another key makes of runs: by outcome, by question, and in a sentence. */
import type { AnswerOf } from '../../contract';
import { PlainList } from '../../ui/text';
import { number } from './bars';
import { Figures, Section, Sideways } from './section';

export type Changes = Omit<AnswerOf<'GET /api/quizzes/{quiz}/what-if/{question}'>, 'isAll'>;

export const runsInWords = (runs: number): string => `${number(runs)} finished ${runs === 1 ? 'run' : 'runs'}`;

const signed = (by: number): string => (by > 0 ? `+${number(by)}` : by < 0 ? `−${number(-by)}` : '0');
const visitors = (n: number): string => `${number(n)} ${n === 1 ? 'visitor' : 'visitors'}`;

export function Changed({ changes, isDone }: { changes: Changes; isDone: boolean }) {
  const verdicts = changes.verdicts.filter(({ moved }) => moved.length > 0);
  return (
    <>
      {verdicts.map(({ id, name, outcomes, moved }) => (
        <Section key={id}>
          <h3>{name}</h3>
          <Sideways>
            <Figures $numbers aria-label={`${name}, before and after`}>
              <thead>
                <tr>
                  <th scope="col">Outcome</th>
                  <th scope="col">{isDone ? 'Before' : 'Now'}</th>
                  <th scope="col">{isDone ? 'Now' : 'Then'}</th>
                  <th scope="col">Difference</th>
                </tr>
              </thead>
              <tbody>
                {outcomes.map((o) => (
                  <tr key={o.id}>
                    <th scope="row">{o.name}</th>
                    <td>{number(o.before)}</td>
                    <td>{number(o.after)}</td>
                    <td>{signed(o.after - o.before)}</td>
                  </tr>
                ))}
              </tbody>
            </Figures>
          </Sideways>
          <PlainList style={{ marginTop: 10 }}>
            {moved.map(({ from, to, runs }) => (
              <li key={`${from} ${to}`}>
                {visitors(runs)} from {from} to {to}
              </li>
            ))}
          </PlainList>
        </Section>
      ))}
      {changes.questions.length > 0 && (
        <Section>
          <h3>By question</h3>
          <Sideways>
            <Figures $numbers aria-label="Marks by question">
              <thead>
                <tr>
                  <th scope="col">Question</th>
                  <th scope="col">More marks</th>
                  <th scope="col">Fewer</th>
                </tr>
              </thead>
              <tbody>
                {changes.questions.map(({ id, name, more, fewer }) => (
                  <tr key={id}>
                    <th scope="row">{name}</th>
                    <td>{number(more)}</td>
                    <td>{number(fewer)}</td>
                  </tr>
                ))}
              </tbody>
            </Figures>
          </Sideways>
        </Section>
      )}
    </>
  );
}

/** The same in a sentence or two. */
export function changedInWords({ runs, changed, marks, verdicts }: Changes): string {
  if (changed === 0) return `It would change none of ${runsInWords(runs)}.`;
  const moves = verdicts.flatMap(({ moved }) => moved).sort((a, b) => b.runs - a.runs);
  const told = moves.slice(0, 3).map((one) => `${number(one.runs)} from ${one.from} to ${one.to}`);
  return [
    `Of ${runsInWords(runs)}, ${number(marks.more)} would have more marks${marks.fewer > 0 ? `, ${number(marks.fewer)} fewer` : ''}.`,
    moves.length === 0 ? 'Nobody would come out otherwise.' : `They would come out otherwise: ${told.join('; ')}.`,
  ].join(' ');
}
