import type { Question } from '../../core/schema/quiz';
import type { StudioKind } from './kind';
import { TargetedPart } from './targeted';

export const number: StudioKind<Extract<Question, { kind: 'number' }>> = { Body: TargetedPart };
