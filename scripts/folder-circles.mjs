/** Part of `npm run check`: says which folders use each other in a circle. */
import { folderCircles } from './lib/circles.mjs';

const circles = await folderCircles([
  'app',
  'cli',
  'contract',
  'core',
  'db',
  'demo',
  'server',
  'studio',
  'ui',
  'visitor',
]);
for (const circle of circles) console.error(`These folders use each other in a circle: ${circle.join(', ')}`);
process.exitCode = circles.length ? 1 : 0;
