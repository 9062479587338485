/** A process that tells other systems what happened, and nothing else, until it is killed. */
import { deliverAll } from '../../server/integrations/deliver';

async function tellOn(): Promise<void> {
  for (;;) {
    await deliverAll();
    await new Promise((resume) => setTimeout(resume, 100));
  }
}
void tellOn();
