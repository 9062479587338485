/** The blocks that stand on results alone, and what is said of a page just left. */
import { Explained } from './explained';
import { CertificateBlock } from './certificate';
import { ChartBlock } from './chart';
import { EmbargoBlock } from './embargo';
import { FileField } from './file-field';
import { AgainBlock, HandOverBlock } from './leads-on';
import { VerdictBlock } from './outcome';
import { AnswersBlock, LookOverBlock } from './review';
import { ScoresBlock } from './scores';
import { ShareBlock } from './share';
import { StandingBlock } from './standing';
import { WhyBlock } from './why';

export const ofResults = {
  blocks: {
    verdict: VerdictBlock,
    score: ScoresBlock,
    topics: ScoresBlock,
    answers: AnswersBlock,
    why: WhyBlock,
    standing: StandingBlock,
    share: ShareBlock,
    chart: ChartBlock,
    certificate: CertificateBlock,
    'hand-over': HandOverBlock,
    'held-back': EmbargoBlock,
    'look-over': LookOverBlock,
    again: AgainBlock,
  },
  Explained,
  FileField,
};
