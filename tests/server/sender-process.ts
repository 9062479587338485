/** A process that sends the letters that wait, until it is killed. */
import { startWorkers } from '../../server/process/workers';

void startWorkers();
