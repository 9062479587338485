import { patiently } from '../../../../../server/platform/patience';
import { readConfig } from '../../../../../server/platform/config';
import { trayOf } from '../../../../../server/letters/mail';
import { readMailing } from '../../../../../server/letters/mailing';
import { Mail } from '../../../../../studio/mail/mail';
import { member, quizRow } from '../../../../member';

export default async function MailPage({ params }: { params: Promise<{ quiz: string }> }) {
  const { quizId } = await quizRow((await params).quiz);
  const who = await member();
  return (
    <Mail
      tray={await patiently(() => trayOf(who, quizId))}
      mailing={await patiently(() => readMailing(who))}
      own={who.email}
      isReader={who.role === 'reader'}
      postOffice={readConfig().postOffice}
    />
  );
}
