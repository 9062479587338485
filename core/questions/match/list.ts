import type { ListSide, Of } from '../kind';

export const matchList: ListSide<Of<'match'>> = {
  listWords: { match: ['match', 'pairs', 'match pairs', 'matching'] },
  toRow: (question) => ({
    kind: 'match',
    answers: [
      ...question.pairs.map((p) => ({ text: p.left.text, credit: null, with: p.right.text })),
      ...(question.extras ?? []).map((e) => ({ text: '', credit: null, with: e.text })),
    ],
  }),
  fromRow({ common, answers, understood, note }) {
    const both = answers.filter((a) => a.text && a.with);
    const pairs = both.map((a, i) => ({
      left: { id: `l${i + 1}`, text: a.text },
      right: { id: `r${i + 1}`, text: a.with ?? '' },
    }));
    const extras = answers
      .filter((a) => !a.text && a.with)
      .map((a, i) => ({ id: `r${pairs.length + i + 1}`, text: a.with ?? '' }));
    for (const a of answers.filter((one) => !one.with))
      note('refused', () => `“${a.text}” has nothing that it goes with, so it is left out.`);
    understood(`${pairs.length} pairs`);
    return { ...common, kind: 'match', pairs, ...(extras.length ? { extras } : {}) };
  },
};
