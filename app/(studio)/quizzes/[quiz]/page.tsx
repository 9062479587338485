import { redirect } from 'next/navigation';

export default async function QuizPage({ params }: { params: Promise<{ quiz: string }> }) {
  redirect(`/quizzes/${(await params).quiz}/write`);
}
