import { plainAnswer } from '../../values/answer';
import { acceptedOf, matchAccepted } from '../../text/fold';
import { graded, type Of, pending, type ScoreSide } from '../kind';
import { hasAccepted } from '../parts';
import { nothing, spanning } from '../ranges';
import { weightless } from '../typed';

export const textScore: ScoreSide<Of<'text'>> = {
  ...weightless,
  isKeyed: (question) => hasAccepted(question.accept),
  grade(question, answer) {
    const credit = matchAccepted(plainAnswer(answer), question.accept ?? [], question.fold);
    return credit === null && question.reviewRest ? pending : graded(credit ?? 0);
  },
  range(question, _target, marks) {
    if (!marks) return nothing;
    const full = question.marks ?? 1;
    const wrong = 0 - (question.penalty ?? 0);
    const credits = (question.accept ?? []).map((a) => acceptedOf(a).credit);
    // A pending answer is worth 0 now and at most full marks later.
    const rest = question.reviewRest ? [0, full] : [wrong];
    return spanning([...rest, ...credits.map((c) => (c > 0 ? full * c : wrong))]);
  },
};
