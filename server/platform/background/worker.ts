/** What a thread of the pool runs; bundled by `npm run bundle`. */
import { type Tasks, tasks } from './tasks';

export default ({ task, given }: { task: keyof Tasks; given: never }): unknown => tasks[task](given);
