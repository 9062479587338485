import { patiently } from '../../../../../server/platform/patience';
import { readConfig } from '../../../../../server/platform/config';
import { exampleRun, trayOf } from '../../../../../server/letters/mail';
import { Mail } from '../../../../../studio/mail/mail';
import { member, quizRow } from '../../../../member';

export default async function MailPage({ params }: { params: Promise<{ quiz: string }> }) {
  const { quizId } = await quizRow((await params).quiz);
  const who = await member();
  return (
    <Mail
      tray={await patiently(() => trayOf(who, quizId))}
      example={await patiently(() => exampleRun(who, quizId))}
      own={who.email}
      postOffice={readConfig().postOffice}
    />
  );
}
