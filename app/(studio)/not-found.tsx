import { Link } from '../../ui/link';

export default function NotHere() {
  return (
    <main style={{ padding: 64, maxWidth: 560 }}>
      <title>This is not here. · Yes Maybe</title>
      <h1 style={{ font: '700 34px/1.15 var(--heading)', marginBottom: 12 }}>This is not here.</h1>
      <p>It may have been deleted, or it belongs to another workspace.</p>
      <p style={{ marginTop: 16 }}>
        <Link href="/quizzes" style={{ color: 'inherit', fontWeight: 600 }}>
          Go to your quizzes
        </Link>
      </p>
    </main>
  );
}
