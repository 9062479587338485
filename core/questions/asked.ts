/** What the view of a question of any kind has. */
import type { Picture, Question, RichText } from '../schema/quiz';
import type { Showing } from './kind';
import { given } from '../values/given';

export type Media = { picture?: Picture; sound?: Picture; video?: Picture };
export type Asked = {
  id: string;
  prompt: RichText;
  required: boolean;
  hint?: RichText;
  media?: Media;
  across?: number;
};

export const mediaOf = ({ picture, sound, video }: Media): Media => ({
  ...given('picture', picture),
  ...given('sound', sound),
  ...given('video', video),
});

export const asked = (question: Question, { fill }: Showing): Asked => ({
  id: question.id,
  prompt: fill(question.prompt),
  required: question.required ?? false,
  ...given('hint', question.hint === undefined ? undefined : fill(question.hint)),
  ...given('media', question.media && mediaOf(question.media)),
  ...given('across', question.across),
});
