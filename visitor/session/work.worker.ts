import { type Work, workOn } from '../../core/access/work';

onmessage = ({ data }: MessageEvent<Work>) => postMessage(workOn(data));
