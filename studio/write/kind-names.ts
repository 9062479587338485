/** What the kinds of question are called. */
import type { QuestionKind } from '../../core/document/schema';

export const kindNames: Record<QuestionKind, string> = {
  choice: 'Choice',
  text: 'Short text',
  essay: 'Long text',
  number: 'Number',
  slider: 'Slider',
  rating: 'Rating',
  date: 'Date',
  order: 'Put in order',
  match: 'Match pairs',
  gaps: 'Fill the gaps',
  grid: 'Grid',
  spots: 'Places in a picture',
};
