import type { Picture } from '../../core/schema/quiz';

/** The pictures drawn for the product, with words for those who cannot see them. */
export const pictures: Picture[] = [
  { src: '/pictures/lane.svg', text: 'A loaded bicycle on a winding lane below green hills' },
  { src: '/pictures/lane-drifter.svg', text: 'A signpost with two arms beside a lane' },
  { src: '/pictures/ridge-seeker.svg', text: 'A tent and a bicycle on a ridge at night, under a full moon' },
  { src: '/pictures/teashop-navigator.svg', text: 'A bicycle leans outside a teashop with a striped awning' },
  { src: '/pictures/long-haul-mule.svg', text: 'A bicycle loaded with bags and a mug on top' },
  { src: '/pictures/teapot.svg', text: 'A white enamel teapot on a shelf' },
  { src: '/pictures/map.svg', text: 'A folded map with a dotted route' },
  { src: '/pictures/tarp.svg', text: 'A red tarp pitched on one pole under the moon' },
  { src: '/pictures/spokes.svg', text: 'Three spokes held together with tape' },
  { src: '/pictures/socks.svg', text: 'Two wool socks on a line' },
  { src: '/pictures/chair.svg', text: 'A folding camp chair' },
];
