/** Questions of every kind. Apart from the registry, since nobody who takes or makes a quiz needs them. */
import type { Question } from '../schema/quiz';
import { choiceSamples } from './choice/samples';
import { textSamples } from './text/samples';
import { essaySamples } from './essay/samples';
import { numberSamples } from './number/samples';
import { sliderSamples } from './slider/samples';
import { ratingSamples } from './rating/samples';
import { dateSamples } from './date/samples';
import { orderSamples } from './order/samples';
import { matchSamples } from './match/samples';
import { gapsSamples } from './gaps/samples';
import { gridSamples } from './grid/samples';
import { spotsSamples } from './spots/samples';

export const samples: Question[] = [
  ...choiceSamples,
  ...textSamples,
  ...essaySamples,
  ...numberSamples,
  ...sliderSamples,
  ...ratingSamples,
  ...dateSamples,
  ...orderSamples,
  ...matchSamples,
  ...gapsSamples,
  ...gridSamples,
  ...spotsSamples,
];
