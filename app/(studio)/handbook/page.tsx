import { redirect } from 'next/navigation';
import { handbook } from '../../../studio/handbook/pages';

export default function HandbookStart() {
  redirect(`/handbook/${handbook[0]?.id}`);
}
