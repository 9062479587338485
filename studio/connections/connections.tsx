'use client';
/** Connections: which other systems are told what happens, and which programs may ask. */
import type { Tokens, Webhooks } from '../../contract/connections';
import { Link } from '../../ui/link';
import { Muted } from '../../ui/text';
import { ConnectionsPage, type QuizName } from './page';
import { Programs } from './programs';
import { Told } from './told';

type Props = {
  webhooks: Webhooks;
  /** Null for those who do not own the workspace. */
  tokens: Tokens | null;
  quizzes: QuizName[];
  name: string;
  workspace: string;
  /** In the demo: another system that can be told. */
  receiver: string | null;
};
export function Connections({ webhooks, tokens, quizzes, name, workspace, receiver }: Props) {
  return (
    <ConnectionsPage workspace={workspace} name={name}>
      <p>
        <Link href="/team">Back to Team</Link>
      </p>
      <h1>Connections</h1>
      <Told first={webhooks} quizzes={quizzes} isOwner={tokens !== null} receiver={receiver} />
      {tokens && <Programs first={tokens} />}
      <section aria-label="What programs may ask">
        <h2>What programs may ask</h2>
        <p>
          All that you can do with quizzes, runs, people, letters and figures, described for whoever writes the program.
        </p>
        <p className="presses">
          <Link href="/team/api">Read the description</Link>
          <a href="/api/openapi.json">As a file, OpenAPI 3.1</a>
        </p>
        <Muted $small as="p">
          The command <code>yes-maybe push</code> and <code>pull</code> keeps quizzes in a folder by the same tokens.
        </Muted>
      </section>
    </ConnectionsPage>
  );
}
