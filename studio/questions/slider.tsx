import type { Question } from '../../core/schema/quiz';
import type { StudioKind } from './kind';
import { TargetedPart } from './targeted';

export const slider: StudioKind<Extract<Question, { kind: 'slider' }>> = { Body: TargetedPart };
