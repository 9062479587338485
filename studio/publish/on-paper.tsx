'use client';
/** The quiz for people with a pen. */
import { Link } from '../../ui/link';
import { useQuiz } from '../document';

export function OnPaper() {
  const { id } = useQuiz();
  return (
    <section aria-label="On paper">
      <h2>On paper</h2>
      <p>The draft as it stands, to be printed and filled in with a pen, or with its key for whoever marks it.</p>
      <p>
        <Link href={`/quizzes/${id}/paper`} style={{ display: 'inline-block', minHeight: 24 }}>
          Look at it on paper
        </Link>
      </p>
    </section>
  );
}
