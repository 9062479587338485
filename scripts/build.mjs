/** `npm run build`: what `npm start` serves. */
import { build } from './lib/build.mjs';
import { main } from './lib/say.mjs';

await main(() => build(process.env.BUILD_DIR ?? '.next', { show: true }));
