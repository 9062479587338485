import { writeQuizFile } from '../../../../../server/quizzes';
import { Problem } from '../../../../../server/problem';
import { studioRoute } from '../../../../http';

export const GET = studioRoute<{ quiz: string }>(async (request, member, { quiz }) => {
  const format = new URL(request.url).searchParams.get('as');
  if (format !== 'json' && format !== 'csv' && format !== 'md')
    throw new Problem(400, 'not-valid', 'A file can be written as json, csv or md.');
  return writeQuizFile(member, quiz, format);
});
