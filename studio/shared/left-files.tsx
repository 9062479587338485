'use client';
/** Files that somebody left in a run, to be kept: never opened as a page of ours. */
import type { LeftFile } from '../../contract/kit';

const size = (bytes: number): string =>
  bytes < 1_000_000 ? `${Math.max(1, Math.round(bytes / 1000))} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`;

export const LeftFiles = ({ quiz, run, files }: { quiz: string; run: string; files: readonly LeftFile[] }) =>
  files.map(({ id, name, size: bytes }) => (
    <div key={id}>
      <a
        href={`/api/quizzes/${quiz}/people/${run}/files/${id}`}
        download={name}
        style={{ display: 'inline-block', minHeight: 24, color: 'inherit', overflowWrap: 'anywhere' }}
      >
        {name}, {size(bytes)}
      </a>
    </div>
  ));
