/** Scores as lines to show: of the marks, of a scale, of each topic. */
import type { ScoreLine } from '../blocks/view';
import type { Quiz, Unit } from '../schema/quiz';
import { readRight } from '../scoring/ledger';
import type { Result } from './result';
import { ledgerOf, type Run } from './run';

type Read = { quiz: Quiz; run: Run; result: () => Result };

/** The line of the marks or of one scale; none where nothing on the way counts for it. */
export function scoreLine(id: string, unit: Unit | undefined, { quiz, run, result }: Read): ScoreLine[] {
  if (id === 'marks' && unit === 'right') return [{ id, name: '', ...rightOf(quiz, run) }];
  if (id === 'marks') {
    const { awarded, possible, percent } = result().marks;
    return [{ id, name: '', points: `${say(awarded)} / ${say(possible)}`, percent }];
  }
  const scale = quiz.scales.find((s) => s.id === id);
  const reading = result().scales[id];
  if (!scale || !reading || reading.points === null) return [];
  return [{ id, name: scale.name, points: say(reading.points, scale.decimals), percent: reading.percent }];
}

/** "3 / 5" questions right. */
function rightOf(quiz: Quiz, run: Run, topic?: string): Pick<ScoreLine, 'points' | 'percent'> {
  const { right, asked } = readRight(quiz, ledgerOf(quiz, run), topic);
  return { points: `${right} / ${asked}`, percent: asked === 0 ? null : (right / asked) * 100 };
}

/** A line for each topic that was asked about on the way. */
export function topicLines(of: string, unit: Unit | undefined, { quiz, run, result }: Read): ScoreLine[] {
  return quiz.topics.flatMap(({ id, name }): ScoreLine[] => {
    const topic = result().topics[id];
    if (!topic) return [];
    const marks = of === 'marks' ? topic.marks : null;
    const reading = topic.scales[of];
    const points = marks ? marks.awarded : (reading?.points ?? null);
    const percent = marks ? marks.percent : (reading?.percent ?? null);
    if (points === null || percent === null) return [];
    if (unit === 'right' && of === 'marks') return [{ id, name, ...rightOf(quiz, run, id) }];
    const decimals = quiz.scales.find((s) => s.id === of)?.decimals;
    const shown = unit === 'points' ? say(points, decimals) : `${say(percent, 0)} %`;
    return [{ id, name, points: marks && unit === 'points' ? `${shown} / ${say(marks.possible)}` : shown, percent }];
  });
}

const say = (points: number, decimals = 2): string => String(Number(points.toFixed(decimals))).replace('-', '−');
